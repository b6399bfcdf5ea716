/** The hanging hours: time hangs down from the start, one string for each device. */

import type { RollDrawing, RollString } from '../../../api/types';
import { momentWords } from '../../../domain/units';
import { Sized } from '../../../drawing/Sized';
import type { Size } from '../../../drawing/scale';
import { clockWords, deedWords, inLines, marksOf, momentSays, shortName, WHY } from '../model';
import classes from './hours.module.css';
import { useMoment } from './useMoment';

interface Props {
  drawing: RollDrawing;
  /** The moment asked about, in seconds. */
  asked: number;
  /** Whether the bob is held by the running clock. */
  running: boolean;
  onAsk: (at_s: number) => void;
  onMove: (index: number, at_s: number) => void;
}

const TOP = 84;
const BOTTOM = 18;
/** So narrow, a drawing has no room for times by the clock, nor for names beside its strings. */
const NARROW = 520;
const ROOMY = { left: 96, gap: 40, beside: 176, clock: true };
const TIGHT = { left: 50, gap: 4, beside: 44, clock: false };
const THIN = 1.2;
const THICK = 6;

interface Frame extends Props {
  /** Where the scale stands, and the room before and beside the strings. */
  left: number;
  gap: number;
  clock: boolean;
  y: (seconds: number) => number;
  scale: number;
  width: number;
}

export function HangingHours(props: Props) {
  return (
    <Sized label="The session: time hangs down, a string for each device">
      {(size) => <Drawn {...props} size={size} />}
    </Sized>
  );
}

function Drawn({ size, ...props }: Props & { size: Size }) {
  const { drawing } = props;
  const height = size.height - TOP - BOTTOM;
  const scale = height / drawing.length_s;
  const y = (seconds: number) => TOP + seconds * scale;
  const count = drawing.strings.length;
  const { left, gap, beside, clock } = size.width < NARROW ? TIGHT : ROOMY;
  const room = Math.max(size.width - left - gap - beside, 60);
  const apart = Math.min(150, room / Math.max(count, 1));
  const x = (index: number) => left + gap + apart * (index + 0.5);
  const frame: Frame = { ...props, y, scale, width: size.width, left, gap, clock };
  const end = left + gap + apart * count;
  return (
    <>
      <Hours frame={frame} height={height} end={end} />
      {drawing.strings.map((string, index) => (
        <OneString key={string.key} string={string} frame={frame} x={x(index)} wide={apart} />
      ))}
      <Together frame={frame} x={end + (clock ? 26 : 18)} />
      <Bob frame={frame} end={end} />
    </>
  );
}

/** The scale at the left, breaks across all strings, and stages beside the scale. */
function Hours({ frame, height, end }: { frame: Frame; height: number; end: number }) {
  const { drawing, y, left, clock } = frame;
  return (
    <g>
      {drawing.breaks.map((one) => (
        <g key={`${one.name} ${one.start_s}`}>
          <rect
            className={classes.pause}
            x={left}
            width={end - left + (clock ? 46 : 30)}
            y={y(one.start_s)}
            height={Math.max(2, y(one.end_s) - y(one.start_s))}
          />
          <text
            className={classes.soft}
            x={clock ? end + 52 : left + 6}
            y={(y(one.start_s) + y(one.end_s)) / 2 + 4}
          >
            {one.name}
          </text>
        </g>
      ))}
      <line className={classes.scale} x1={left} x2={left} y1={TOP} y2={TOP + height} />
      {marksOf(drawing.length_s, height).map((at) => (
        <g key={at}>
          <line className={classes.scale} x1={left - 6} x2={left} y1={y(at)} y2={y(at)} />
          <text className={classes.hour} x={left - 11} y={y(at) + 4}>
            {momentWords(at)}
          </text>
          {drawing.begins && clock ? (
            <text className={classes.clock} x={left - 52} y={y(at) + 4}>
              {clockWords(drawing, at)}
            </text>
          ) : null}
        </g>
      ))}
      {drawing.stages.map((one) => (
        <g key={`${one.name} ${one.start_s}`}>
          <path
            className={classes.stage}
            d={`M ${left + 14} ${y(one.start_s) + 2} h -6 V ${y(one.end_s) - 2} h 6`}
          />
          <text
            className={classes.soft}
            transform={`translate(${left + 24} ${(y(one.start_s) + y(one.end_s)) / 2}) rotate(-90)`}
            textAnchor="middle"
          >
            {y(one.end_s) - y(one.start_s) > one.name.length * 6.4 ? one.name : ''}
          </text>
        </g>
      ))}
    </g>
  );
}

interface StringProps {
  string: RollString;
  frame: Frame;
  x: number;
  wide: number;
}

const widthOf = (left: number): number => THIN + (THICK - THIN) * Math.sqrt(Math.max(0, left));

function OneString({ string, frame, x, wide }: StringProps) {
  const { y, drawing } = frame;
  const stops = [...string.stops, ...string.risks];
  const alarms = drawing.alarms.filter((one) => one.key === string.key);
  const lines = inLines(shortName(string), Math.max(8, Math.floor(wide / 8)));
  return (
    <g>
      <title>{`${string.gear}, on ${string.feeds_on}`}</title>
      {lines.map((line, index) => (
        <text
          key={line}
          className={classes.name}
          x={x}
          y={TOP - 32 - 15 * (lines.length - index)}
          textAnchor="middle"
        >
          {line}
        </text>
      ))}
      <text className={classes.fed} x={x} y={TOP - 30} textAnchor="middle">
        {string.feeds_on}
      </text>
      <path
        className={classes.hook}
        d={`M ${x - 5} ${TOP - 14} a 5 5 0 1 1 10 0 q 0 6 -5 8 V ${TOP}`}
      />
      {string.windows.map((one) => (
        <line
          key={one.start_s}
          className={classes.wanted}
          x1={x}
          x2={x}
          y1={y(one.start_s)}
          y2={y(one.end_s)}
        />
      ))}
      {string.pieces.map((piece) => {
        const [a, b] = [widthOf(piece.left_before) / 2, widthOf(piece.left_after) / 2];
        const [top, foot] = [y(piece.start_s), y(piece.end_s)];
        return (
          <g key={piece.start_s}>
            <path
              className={classes.string}
              data-kind={string.kind}
              d={`M ${x - a} ${top} L ${x + a} ${top} L ${x + b} ${foot} L ${x - b} ${foot} Z`}
            />
            {piece.files.map((at) => (
              <line key={at} className={classes.file} x1={x + 4} x2={x + 9} y1={y(at)} y2={y(at)} />
            ))}
          </g>
        );
      })}
      {stops.map((one) => (
        <Fray key={`${one.at_s} ${one.why}`} stop={one} frame={frame} x={x} wide={wide} />
      ))}
      {alarms.map((one) => (
        <circle key={one.at_s} className={classes.bead} cx={x - 10} cy={y(one.rings_s)} r={4}>
          <title>{`alarm at ${momentWords(one.rings_s)}`}</title>
        </circle>
      ))}
      {string.knots.map((knot) => (
        <Knot key={knot.index} knot={knot} string={string} frame={frame} x={x} wide={wide} />
      ))}
    </g>
  );
}

/** Where a device stops by itself: the string comes apart; how unsure that is stands beside it. */
function Fray({
  stop,
  frame,
  x,
  wide,
}: {
  stop: RollString['stops'][number];
  frame: Frame;
  x: number;
  wide: number;
}) {
  const { y, drawing } = frame;
  const at = y(stop.at_s);
  const late = Math.min(stop.late_s ?? drawing.length_s, drawing.length_s);
  return (
    <g>
      {stop.why === 'battery empty' ? (
        <line className={classes.unsure} x1={x + 9} x2={x + 9} y1={y(stop.early_s)} y2={y(late)} />
      ) : null}
      <path
        className={classes.fray}
        d={`M ${x} ${at} l -6 11 M ${x} ${at} l -1.5 13 M ${x} ${at} l 3 12 M ${x} ${at} l 7 9`}
      />
      <text className={classes.why} x={x + 12} y={at + 2}>
        {momentWords(stop.at_s)}
      </text>
      {wide > 96 ? (
        <text className={classes.why} x={x + 12} y={at + 16}>
          {WHY[stop.why]}
        </text>
      ) : null}
    </g>
  );
}

/** Something done by hand: a knot in the string, moved along it. */
function Knot({
  knot,
  string,
  frame,
  x,
  wide,
}: {
  knot: RollString['knots'][number];
  string: RollString;
  frame: Frame;
  x: number;
  wide: number;
}) {
  const { shown, props } = useMoment({
    at_s: knot.at_s,
    length_s: frame.drawing.length_s,
    scale: frame.scale,
    onCommit: (at) => frame.onMove(knot.index, at),
  });
  const at = frame.y(shown);
  const words = deedWords(knot.does);
  return (
    <g
      className={classes.handle}
      role="slider"
      tabIndex={0}
      data-handle="knot"
      aria-label={`${words}: ${shortName(string)}`}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={frame.drawing.length_s}
      aria-valuenow={shown}
      aria-valuetext={momentWords(shown)}
      {...props}
    >
      <rect className={classes.reach} x={x - 14} y={at - 13} width={28} height={26} />
      <path
        className={classes.knot}
        d={`M ${x} ${at - 8} c 11 3 11 11 0 12 c -8 0 -8 -8 0 -8 c 8 0 8 8 0 8 c -11 -1 -11 -9 0 -12`}
      />
      <text className={classes.deed} x={x + 14} y={at + 4}>
        {wide > 120 ? `${momentWords(shown)} ${words}` : momentWords(shown)}
      </text>
    </g>
  );
}

/** All cameras together: where at least one runs, and where none does that must. */
function Together({ frame, x }: { frame: Frame; x: number }) {
  const { drawing, y } = frame;
  if (!drawing.rolling.length) return null;
  return (
    <g>
      <text className={classes.name} x={x} y={TOP - 47} textAnchor="middle">
        filmed
      </text>
      {drawing.rolling.map((one) => (
        <rect
          key={one.start_s}
          className={classes.filmed}
          x={x - 5}
          width={10}
          y={y(one.start_s)}
          height={Math.max(0, y(one.end_s) - y(one.start_s))}
          fillOpacity={one.count ? 0.25 + 0.25 * Math.min(3, one.count) : 0}
        />
      ))}
      {drawing.bare.map((one) => (
        <g key={one.start_s}>
          <rect
            className={classes.bare}
            x={x - 7}
            width={14}
            y={y(one.start_s)}
            height={Math.max(2.5, y(one.end_s) - y(one.start_s))}
          />
        </g>
      ))}
    </g>
  );
}

/** The bob: it asks about a moment, and sinks while the session runs. */
function Bob({ frame, end }: { frame: Frame; end: number }) {
  const { left } = frame;
  const { shown, props } = useMoment({
    at_s: frame.asked,
    length_s: frame.drawing.length_s,
    scale: frame.scale,
    onShow: frame.onAsk,
    onCommit: frame.onAsk,
  });
  const at = frame.y(shown);
  return (
    <g
      className={classes.handle}
      role="slider"
      tabIndex={0}
      data-handle="moment"
      aria-label="Moment of the session"
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={frame.drawing.length_s}
      aria-valuenow={shown}
      aria-valuetext={momentSays(frame.drawing, shown)}
      {...(frame.running ? {} : props)}
    >
      <line className={classes.now} x1={left} x2={end + 40} y1={at} y2={at} />
      <line className={classes.plumb} x1={left + 4} x2={left + 4} y1={TOP - 20} y2={at - 9} />
      <rect className={classes.reach} x={left - 12} y={at - 16} width={32} height={34} />
      <path
        className={classes.bob}
        d={`M ${left + 4} ${at - 10} l 7 8 q 0 6 -7 14 q -7 -8 -7 -14 Z`}
      />
    </g>
  );
}
