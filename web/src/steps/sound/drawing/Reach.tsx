/** The room from above: a line round each microphone inside which what it hears outweighs the echo, its lead along
 * its way, and what sounds besides. */
import { useRef } from 'react';
import type { MicDrawing, Point, SoundDrawing, WorkDrawing } from '../../../api/types';
import { lengthWords } from '../../../domain/units';
import drawn from '../../../drawing/drawings.module.css';
import type { Place } from '../../../drawing/handles/useHandle';
import { Sized } from '../../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../../drawing/scale';
import { BodyShape } from '../../../drawing/shapes/BodyShape';
import { BoxShape } from '../../../drawing/shapes/BoxShape';
import { NoteNumbers, type NotePlace, type Spot } from '../../../drawing/words/notes';
import { around, placeLabels, strokesOf } from '../../../drawing/words/placing';
import { useUnits } from '../../../ui/units';
import { dbWords } from '../model';
import { ClapSign, line, MicSign, NoiseSign, type Spotted, Stand } from './signs';
import classes from './sound.module.css';

interface Props {
  work: WorkDrawing;
  drawing: SoundDrawing;
  notes: readonly NotePlace[];
  inHand: string | null;
  onChoose: (key: string) => void;
  onMic: (mic: MicDrawing, place: Place, done: boolean) => void;
  onNoise: (index: number, place: Place, done: boolean) => void;
}

/** What is farther away than this is drawn at the edge. */
const FAR_MM = 3400;
const ROUND_MM = 180;
const near = (value: number): number => Math.min(Math.max(value, -FAR_MM), FAR_MM);

export function Reach(props: Props) {
  return (
    <Sized label="The microphones from above">{(size) => <View {...props} size={size} />}</Sized>
  );
}

function View(props: Props & { size: Size }) {
  const { work, drawing, notes, inHand, onChoose, onMic, onNoise, size } = props;
  const { system } = useUnits();
  const kept = useRef<Scale | null>(null);
  const held = useRef(false);
  const points: Point[] = [
    ...drawing.mics.flatMap((one) => [
      one.place,
      ...(one.foot ? [one.foot] : []),
      ...(one.lead?.points ?? []),
    ]),
    ...drawing.sources.flatMap((one) => [one.left, one.right]),
    ...drawing.noises.flatMap((one) => (one.place ? [one.place] : [])),
    ...work.maker.parts.flatMap((one) => [one.a, one.b]),
  ];
  const reach = drawing.mics.flatMap((one) =>
    one.reach_mm ? [{ at: one.place, r: Math.min(one.reach_mm, 2400) }] : [],
  );
  const fitted = fitWindow(
    {
      left:
        near(
          Math.min(
            work.table.left,
            ...points.map((one) => one.x),
            ...reach.map((one) => one.at.x - one.r),
          ),
        ) - ROUND_MM,
      right:
        near(
          Math.max(
            work.table.right,
            ...points.map((one) => one.x),
            ...reach.map((one) => one.at.x + one.r),
          ),
        ) + ROUND_MM,
      low:
        near(
          Math.min(
            work.table.near,
            ...points.map((one) => one.y),
            ...reach.map((one) => one.at.y - one.r),
          ),
        ) - ROUND_MM,
      high:
        near(
          Math.max(
            work.table.far,
            ...points.map((one) => one.y),
            ...reach.map((one) => one.at.y + one.r),
          ),
        ) + ROUND_MM,
    },
    { left: 4, top: 4, width: Math.max(10, size.width - 8), height: Math.max(10, size.height - 8) },
  );
  // While something is moved the drawing stays put under the hand.
  if (!held.current) kept.current = fitted;
  const scale = kept.current ?? fitted;
  const at = (point: Point): Spotted => ({ x: scale.x(near(point.x)), y: scale.y(near(point.y)) });
  const hold = (done: boolean) => {
    held.current = !done;
  };
  const chosen = drawing.mics.find((one) => one.key === inHand) ?? drawing.mics[0];
  const labels = [
    ...drawing.mics.map((one) => ({
      lines: micLines(one, system),
      ...at(one.pair?.right ?? one.place),
      off: 13,
      quiet: false,
    })),
    ...drawing.noises.flatMap((one) =>
      one.place
        ? [
            {
              lines: [`${one.name}, ${dbWords(one.level_db)}`],
              ...at(one.place),
              off: 12,
              quiet: false,
            },
          ]
        : [],
    ),
    ...(drawing.clap ? [{ lines: ['clap here'], ...at(drawing.clap), off: 9, quiet: true }] : []),
  ];
  const voice = drawing.sources.filter((one) => one.kind === 'voice').map((one) => at(one.left));
  const places = placeLabels(
    labels,
    drawing.mics.flatMap((one) => strokesOf((one.lead?.points ?? []).map(at))),
    size,
    [
      ...drawing.mics.flatMap((one) =>
        (one.pair ? [one.pair.left, one.pair.right] : [one.place]).map((head) =>
          around(at(head), 10),
        ),
      ),
      ...(drawing.clap ? [around(at(drawing.clap), 8)] : []),
      ...voice.map((one) => around(one, 10)),
      around(at(work.maker.head), 12),
    ],
  );
  const spots: Record<string, Spot> = Object.fromEntries(
    drawing.mics.map((one) => [one.key, { x: at(one.place).x + 15, y: at(one.place).y - 13 }]),
  );
  return (
    <>
      {drawing.walls ? (
        <BoxShape box={drawing.walls} scale={scale} className={classes.wall} />
      ) : null}
      {drawing.clear.map((one) => (
        <BoxShape
          key={`${one.left} ${one.near}`}
          box={one}
          scale={scale}
          className={classes.keep}
        />
      ))}
      <BoxShape box={work.table} scale={scale} className={drawn.there} />
      <BoxShape box={work.zone} scale={scale} className={drawn.wood} />
      {drawing.mics.map((one) =>
        one.reach_mm ? (
          <circle
            key={one.key}
            cx={at(one.place).x}
            cy={at(one.place).y}
            r={one.reach_mm * scale.s}
            className={classes.reach}
            data-hand={one.key === chosen?.key}
          />
        ) : null,
      )}
      {[work.maker, ...work.company].map((person, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: people stand in one order
        <g key={index} opacity={0.75}>
          <BodyShape person={person} scale={scale} from="above" />
        </g>
      ))}
      {drawing.sources.map((one) =>
        one.kind === 'voice' ? (
          <circle
            key={one.kind}
            cx={at(one.left).x}
            cy={at(one.left).y}
            r={4.5}
            className={classes.voice}
          />
        ) : (
          <path
            key={one.kind}
            d={line([one.left, one.right].map(at))}
            className={classes.strings}
          />
        ),
      )}
      {drawing.mics.map((one) => (
        <g key={one.key}>
          <path d={line([one.place, one.source].map(at))} className={classes.way} />
          {one.lead ? (
            <path
              d={line(one.lead.points.map(at))}
              className={classes.lead}
              data-short={(one.lead.short_mm ?? 0) > 0}
            />
          ) : null}
          {one.foot ? <Stand top={at(one.place)} foot={at(one.foot)} /> : null}
        </g>
      ))}
      {drawing.noises.map((one) =>
        one.place && one.index !== null ? (
          <NoiseSign
            key={one.name}
            name={one.name}
            place={one.place}
            at={at(one.place)}
            s={scale.s}
            onMove={(place, done) => {
              hold(done);
              onNoise(one.index ?? 0, place, done);
            }}
          />
        ) : null,
      )}
      {drawing.mics.map((one) => (
        <MicSign
          key={one.key}
          mic={one}
          at={at}
          s={scale.s}
          inHand={one.key === chosen?.key}
          onChoose={() => onChoose(one.key)}
          onMove={(place, done) => {
            hold(done);
            onMic(one, place, done);
          }}
        />
      ))}
      {drawing.clap ? <ClapSign at={at(drawing.clap)} /> : null}
      {labels.map((label, index) =>
        label.lines.map((words, row) => (
          <text
            // biome-ignore lint/suspicious/noArrayIndexKey: labels stand in one order
            key={`${index} ${row}`}
            x={places[index]?.x}
            y={(places[index]?.y ?? 0) + 16 * row}
            textAnchor={places[index]?.anchor}
            className={row || label.quiet ? classes.quiet : classes.text}
          >
            {words}
          </text>
        )),
      )}
      <NoteNumbers notes={notes} spots={spots} />
    </>
  );
}

function micLines(mic: MicDrawing, system: 'cm' | 'in'): string[] {
  const { lead } = mic;
  const short = lead && lead.short_mm !== null && lead.short_mm > 0;
  const words = [
    mic.reach_mm ? `reach ${lengthWords(mic.reach_mm, system)}` : '',
    lead
      ? short
        ? `lead ${lengthWords(lead.short_mm ?? 0, system)} short`
        : `lead ${lengthWords(lead.needs_mm, system)}`
      : '',
  ].filter(Boolean);
  return [mic.name, ...words];
}
