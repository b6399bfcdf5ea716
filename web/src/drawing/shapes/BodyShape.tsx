/** A body in a drawing: its capsules as one outline, from the side or from above. */
import type { Person, Point } from '../../api/types';
import classes from '../drawings.module.css';
import type { Scale } from '../scale';

interface Props {
  person: Person;
  scale: Scale;
  from: 'side' | 'seat' | 'above';
}

type Part = Person['parts'][number];

/** What is one shape with its own edge, the hindmost first. */
const FROM_SIDE = [['neck', 'trunk'], ['upper-arm', 'forearm'], ['hand'], ['head']];
const FROM_ABOVE = [['neck', 'trunk', 'upper-arm', 'forearm', 'hand', 'tool'], ['head']];
const SKIN = ['head', 'hand'];

const across = (point: Point, from: Props['from']): number => (from === 'side' ? point.y : point.x);
const along = (point: Point, from: Props['from']): number => (from === 'above' ? point.y : point.z);

export function BodyShape({ person, scale, from }: Props) {
  const height = (part: Part) => Math.max(part.a.z, part.b.z);
  const upward = [...person.parts].sort((a, b) => height(a) - height(b));
  return (
    <g aria-hidden="true" data-shape="body">
      {(from === 'above' ? FROM_ABOVE : FROM_SIDE).map((shape) => (
        <Outline
          key={shape[0]}
          parts={upward.filter((part) => shape.includes(part.part))}
          scale={scale}
          from={from}
        />
      ))}
    </g>
  );
}

/** Some parts as one shape: every edge first, then what is within. */
function Outline({ parts, scale, from }: { parts: Part[] } & Pick<Props, 'scale' | 'from'>) {
  const line = (part: Part, grow: number, key: string, className: string | undefined) => (
    <line
      key={key}
      x1={scale.x(across(part.a, from))}
      y1={scale.y(along(part.a, from))}
      x2={scale.x(across(part.b, from)) + 0.01}
      y2={scale.y(along(part.b, from))}
      strokeWidth={2 * part.radius_mm * scale.s + grow}
      strokeLinecap="round"
      className={className}
    />
  );
  return (
    <g>
      {parts.map((part, index) => line(part, 2.6, `edge${index}`, classes.bodyEdge))}
      {parts.map((part, index) =>
        line(part, 0, `fill${index}`, SKIN.includes(part.part) ? classes.bodySkin : classes.body),
      )}
    </g>
  );
}
