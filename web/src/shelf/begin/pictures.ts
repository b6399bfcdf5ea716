/** Small drawings of shapes of work and of things on the board, as lines in a box of 96 by 64. */
import type { ShapeId } from '../../api/types';

/** The table, and what lies or stands on it; from the maker's seat. */
export const SHAPE_LINES: Readonly<Record<ShapeId, string>> = {
  'small-flat': 'M6 50H90 M38 49l4-4h14l4 4z M45 46h8',
  'small-upright':
    'M6 50H90 M42 50V30a6 6 0 0 1 12 0V50 M45 24h6 M28 50c0-24 8-38 20-38s20 14 20 38',
  'page-flat': 'M6 50H90 M22 49l8-10h38l6 10z M36 44h24 M58 40l16-22',
  easel: 'M6 58H90 M32 12h34v30H32z M38 42 30 58 M60 42l8 16 M49 42v16 M40 32c6-10 10 2 18-8',
  fingertips: 'M6 50H90 M22 49c4-10 12-12 22-9l4 3 M74 49c-4-10-12-12-22-9l-4 3 M44 44l8-5',
  cloth: 'M4 52H92 M12 51l10-14h52l10 14z M30 37c4 5 8 9 6 14 M58 37c-2 6 4 9 6 14',
  vessel: 'M6 56H90 M36 56c-8-10-8-24 0-30l-2-8h28l-2 8c8 6 8 20 0 30z M34 18c8 4 20 4 28 0',
  'turning-machine': 'M6 56H90 M14 54V34h14v20 M28 44h10 M38 36h26l6 8-6 8H38z M70 44h8 M78 36v18',
  'hot-counter':
    'M4 56H92 M20 54V38h26v16z M16 38h34 M62 54V44h20v10 M82 47h8 M27 32c-3-5 4-7 0-13 M37 32c-3-5 4-7 0-13',
  'cards-between-two':
    'M6 48H90 M24 46l4-6h8l-2 6z M44 46l2-6h8l2 6z M62 46l-2-6h8l4 6z M16 40c0-8 10-8 10 0 M70 40c0-8 10-8 10 0',
  keyboard:
    'M4 50H92 M8 49V38h80v11z M16 38v11 M26 38v11 M36 38v11 M46 38v11 M56 38v11 M66 38v11 M76 38v11',
  percussion:
    'M6 58H90 M30 56V42a18 6 0 0 1 36 0v14a18 6 0 0 1-36 0z M30 42a18 6 0 0 0 36 0 M18 26a12 3 0 1 0 .1 0 M18 29v29 M78 22a12 3 0 1 0 .1 0 M78 25v33',
  'instrument-away':
    'M6 56H90 M18 54l10-18h40l10 18z M30 50l6-12 M42 50l2-12 M54 50l-2-12 M66 50l-6-12',
};

/** Things of the board, by their ids. */
export const THING_LINES: Readonly<Record<string, string>> = {
  phone: 'M38 8h20v48H38z M45 51h6 M50 13a2 2 0 1 0 .1 0',
  webcam: 'M30 20h36v16H30z M48 24a4 4 0 1 0 .1 0 M48 36v10 M36 50c4-6 20-6 24 0z',
  'camera-middle': 'M22 20h52v30H22z M40 20l4-6h10l4 6 M48 26a9 9 0 1 0 .1 0',
  'camera-large': 'M18 18h60v34H18z M38 18l5-9h12l5 9 M48 23a12 12 0 1 0 .1 0 M24 24h6',
  'zoom-middle': 'M28 22h12v24H28z M40 20h14v28H40z M54 24h14v20H54z M44 20v28 M49 20v28',
  'wide-middle': 'M30 24h12v20H30z M42 20h12v28H42z M54 14l12-4v48l-12-4z',
  'normal-middle': 'M34 22h10v24H34z M44 20h16v28H44z M50 20v28',
  'close-middle': 'M20 24h12v18H20z M32 21h26v24H32z M58 18h12v30H58z M38 21v24 M44 21v24',
  'zoom-large': 'M22 22h12v24H22z M34 18h20v30H34z M54 22h18v22H54z M40 18v30 M46 18v30',
  'normal-large': 'M32 20h12v26H32z M44 17h20v32H44z M52 17v32',
  boom: 'M30 58 38 20 M46 58 38 20 M38 58V20 M20 26 80 12 M20 26v8h-6v-8z M80 12v8',
  'clamped-pole': 'M10 48h70 M24 54v-8h8v8z M28 46V14h36 M60 14v8h8v-8z',
  tripod: 'M48 20 34 58 M48 20v38 M48 20l14 38 M42 12h12v8H42z',
  'tripod-arm': 'M36 18 24 58 M36 18v40 M36 18l12 40 M24 14h52 M70 14v8h8v-8z',
  'desk-arm': 'M12 50h64 M24 50v-8 M24 42 40 18 66 32 M66 32v8',
  'phone-grip': 'M36 16v32 M60 16v32 M32 16h8 M56 16h8 M32 48h8 M56 48h8 M36 32h24 M48 32v20',
  sandbag: 'M22 44c0-14 10-18 26-18s26 4 26 18c0 8-10 10-26 10s-26-2-26-10z M40 26l8-10 8 10',
  panel: 'M30 10h36v36H30z M48 46v12 M38 58h20 M36 18h24 M36 28h24 M36 38h24',
  'soft-box': 'M26 8h44l8 34H18z M48 42v16 M36 58h24',
  'desk-lamp': 'M30 56h26 M42 56V44l14-18 M46 16l22 14-4 7-24-15z',
  'lamp-stand': 'M48 8v42 M48 36 32 58 M48 36l16 22 M48 50v8',
  'white-card': 'M24 14l44-4v40l-44 4z M68 50l6 8',
  'clip-on': 'M42 18h12v14H42z M48 32v8c0 8 10 6 10 16 M38 22h4',
  'small-mic': 'M20 26h40v10H20z M60 28h8v6h-8z M40 36l-8 22',
  'mic-stand': 'M40 58h24 M52 58V26 M28 14l48 22 M24 10h10v7H24z',
  'card-128': 'M34 12h22l6 8v34H34z M40 16v8 M45 16v8 M50 16v8',
  bank: 'M28 22h40v22H28z M34 28v10 M40 28v10 M46 28v10 M68 30h4v6h-4z',
};
