/** Short names for the generated types. */
import type { components } from './schema';

type Schemas = components['schemas'];

export type Plan = Schemas['Plan-Output'];
export type Camera = Schemas['Camera-Output'];
export type Body = Schemas['Body-Output'];
export type Lens = Schemas['Lens-Output'];
export type Evaluation = Schemas['Evaluation'];
export type Finding = Schemas['Finding'];
export type Fix = Schemas['Fix'];
export type Change = Schemas['Change'];
export type Piece = Schemas['Piece'];
export type Working = Schemas['Working'];
export type Figure = Schemas['Figure'];
export type Assumption = Schemas['Assumption'];
export type WorkDrawing = Schemas['WorkDrawing'];
export type CameraDrawing = Schemas['CameraDrawing'];
export type Box = Schemas['Box'];
export type Band = Schemas['Band'];
export type Card = Schemas['Card'];
export type CardRow = Schemas['CardRow'];
export type Mark = Schemas['Mark'];
export type Caution = Schemas['Caution'];
export type Problem = Schemas['Problem'];
export type PlanSheet = Schemas['PlanSheet'];
export type PlanOnShelf = Schemas['PlanOnShelf'];
export type Shelf = Schemas['Shelf'];
export type Shape = Schemas['ShapeReply'];
export type ShapeId = Plan['work']['shape'];
export type Cupboard = Schemas['CupboardReply'];
export type Verdict = Finding['verdict'];
