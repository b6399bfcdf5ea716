/** For people without a data sheet: figures found with a tape, or by the common name of a sensor. */
import { Button, FileButton, NativeSelect, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../api/client';
import type { GearKind } from '../api/types';
import {
  exactWords,
  lengthDigits,
  parseLength,
  parseNumber,
  type UnitSystem,
} from '../domain/units';
import { useUnits } from '../ui/units';
import classes from './GearForm.module.css';
import { areaOf, fieldOfViewOf, getSensors, nearestOf, readIes } from './requests';

interface Props {
  kind: GearKind;
  texts: Record<string, string>;
  onFill: (texts: Record<string, string>) => void;
}

export function Helpers({ kind, texts, onFill }: Props) {
  if (kind === 'fixture') return <IesFile texts={texts} onFill={onFill} />;
  if (kind !== 'body' && kind !== 'lens') return null;
  const fixed = texts.kind !== undefined && texts.kind !== 'camera';
  return (
    <details className={classes.helpers}>
      <summary>No data sheet? Find these figures with a tape</summary>
      {kind === 'body' && !fixed ? <SensorByName texts={texts} onFill={onFill} /> : null}
      {kind === 'body' && fixed ? <ViewByTape onFill={onFill} /> : null}
      {kind === 'lens' ? <NearestByTrying texts={texts} onFill={onFill} /> : null}
    </details>
  );
}

type Part = Omit<Props, 'kind'>;

const length = (text: string, system: UnitSystem): number | null =>
  text.trim() === '' ? null : parseLength(text, system);

/** Runs a request and keeps what went wrong. */
function useFinding(): [string | null, (work: () => Promise<void>) => void] {
  const [trouble, setTrouble] = useState<string | null>(null);
  const run = (work: () => Promise<void>) => {
    setTrouble(null);
    work().catch((error: unknown) => setTrouble(sentencesOf(error)[0] ?? null));
  };
  return [trouble, run];
}

/** What a lamp gives in every direction, from the file that comes with it. */
function IesFile({ texts, onFill }: Part) {
  const { system } = useUnits();
  const [trouble, run] = useFinding();
  const [remarks, setRemarks] = useState<readonly string[]>([]);
  const read = (file: File | null) =>
    run(async () => {
      if (!file) return;
      const found = await readIes(file);
      const sizes: Record<string, string> = {};
      if (found.width_mm) sizes.width_mm = lengthDigits(found.width_mm, system);
      if (found.height_mm) sizes.height_mm = lengthDigits(found.height_mm, system);
      if (found.power_w) sizes.power_w = exactWords(found.power_w, 1);
      setRemarks(found.remarks);
      onFill({
        ...sizes,
        ies: found.ies,
        beam_deg: exactWords(found.beam_deg, 1),
        flux_lm: exactWords(found.flux_lm, 0),
      });
    });
  return (
    <div className={classes.helper}>
      <p>
        {texts.ies
          ? 'Its IES file is read: light goes where the file says.'
          : 'Has it an IES file? Then light goes where it was measured to go.'}
      </p>
      <FileButton onChange={read} accept=".ies,.IES,text/plain">
        {(props) => (
          <Button variant="default" size="compact-md" {...props}>
            Read an IES file
          </Button>
        )}
      </FileButton>
      {texts.ies ? (
        <Button variant="subtle" size="compact-md" onClick={() => onFill({ ies: '' })}>
          Leave the file out
        </Button>
      ) : null}
      {remarks.map((one) => (
        <p key={one}>{one}</p>
      ))}
      {trouble ? (
        <p role="alert">
          {trouble}
          {texts.ies ? ' The one read before stays.' : ''}
        </p>
      ) : null}
    </div>
  );
}

function SensorByName({ texts, onFill }: Part) {
  const sensors = useQuery({ queryKey: ['sensors'], queryFn: getSensors }).data ?? [];
  const [sensor, setSensor] = useState('');
  const [crop, setCrop] = useState('');
  const [trouble, run] = useFinding();
  const name = sensor || (sensors[2]?.name ?? '');
  const find = () =>
    run(async () => {
      const found: Record<string, string> = {};
      for (let place = 0; texts[`modes/${place}/width_px`] !== undefined; place += 1) {
        const width = parseNumber(texts[`modes/${place}/width_px`] ?? '');
        const height = parseNumber(texts[`modes/${place}/height_px`] ?? '');
        if (!width || !height || texts[`modes/${place}/sensor_width_mm`]) continue;
        const area = await areaOf({
          sensor: name,
          width_px: width,
          height_px: height,
          mode_crop: parseNumber(crop) ?? 1,
        });
        found[`modes/${place}/sensor_width_mm`] = exactWords(area.width_mm, 2);
        found[`modes/${place}/sensor_height_mm`] = exactWords(area.height_mm, 2);
      }
      if (!Object.keys(found).length) {
        throw new Error('Give the recorded width and height of a mode first, in pixels.');
      }
      onFill(found);
    });
  return (
    <div className={classes.helper}>
      <p>
        The sensor by its common name fills in the size used by each mode that has none yet. A mode
        that narrows the picture says by how many times.
      </p>
      <NativeSelect
        className={classes.wide}
        label="Sensor format"
        value={name}
        data={sensors.map((one) => one.name)}
        onChange={(event) => setSensor(event.currentTarget.value)}
      />
      <TextInput
        label="Crop of the mode"
        placeholder="1 is none"
        inputMode="decimal"
        value={crop}
        onChange={(event) => setCrop(event.currentTarget.value)}
      />
      <Button variant="default" onClick={find}>
        Fill in the sensor size
      </Button>
      {trouble ? <p role="alert">{trouble}</p> : null}
    </div>
  );
}

function ViewByTape({ onFill }: { onFill: Part['onFill'] }) {
  const { system } = useUnits();
  const [texts, setTexts] = useState({ d1: '', s1: '', d2: '', s2: '' });
  const [said, setSaid] = useState('');
  const [trouble, run] = useFinding();
  const find = () =>
    run(async () => {
      const [d1, s1, d2, s2] = [texts.d1, texts.s1, texts.d2, texts.s2].map((text) =>
        length(text, system),
      );
      if (!d1 || !s1) throw new Error('Give the distance and how much of the tape is seen.');
      const found = await fieldOfViewOf({
        distance_mm: d1,
        seen_mm: s1,
        second_distance_mm: d2 ?? null,
        second_seen_mm: s2 ?? null,
      });
      onFill({ 'view/angle_deg': exactWords(found.angle_deg, 1), 'view/measured': 'horizontal' });
      setSaid(`${exactWords(found.angle_deg, 1)}° across the width, as recorded.`);
    });
  const field = (key: keyof typeof texts, label: string, hint: string) => (
    <TextInput
      label={label}
      placeholder={hint}
      inputMode="decimal"
      rightSection={system}
      value={texts[key]}
      onChange={(event) => {
        const text = event.currentTarget.value;
        setTexts((now) => ({ ...now, [key]: text }));
      }}
    />
  );
  return (
    <div className={classes.helper}>
      <p>
        Record a tape square before the lens, stabilisation as you use it: “at 50 cm I see 62 cm of
        tape”. A second distance makes it exact, wherever inside the lens the view begins.
      </p>
      {field('d1', 'Lens to the tape', 'such as 50')}
      {field('s1', 'Tape seen across', 'such as 62')}
      {field('d2', 'Second distance', 'if you like')}
      {field('s2', 'Tape seen then', '')}
      <Button variant="default" onClick={find}>
        Find the field of view
      </Button>
      {trouble ? <p role="alert">{trouble}</p> : said ? <p>{said}</p> : null}
    </div>
  );
}

function NearestByTrying({ texts, onFill }: Part) {
  const { system } = useUnits();
  const [rim, setRim] = useState('');
  const [flange, setFlange] = useState('');
  const [seen, setSeen] = useState('');
  const [width, setWidth] = useState('');
  const [trouble, run] = useFinding();
  const find = () =>
    run(async () => {
      const found = await nearestOf({
        rim_to_print_mm: length(rim, system),
        length_mm: length(texts.length_mm ?? '', system),
        flange_mm: parseNumber(flange),
        active_width_mm: parseNumber(width),
        seen_mm: length(seen, system),
      });
      const fill: Record<string, string> = {};
      if (found.min_focus_from_mark_mm !== null) {
        fill.min_focus_from_mark_mm = lengthDigits(found.min_focus_from_mark_mm, system);
      }
      if (found.greatest_magnification !== null) {
        fill.greatest_magnification = exactWords(found.greatest_magnification, 3);
      }
      if (!Object.keys(fill).length) {
        throw new Error(
          'Give rim to print, with lens length above and flange distance; or the tape seen at the nearest focus with the sensor width.',
        );
      }
      onFill(fill);
    });
  return (
    <div className={classes.helper}>
      <p>
        Go as near to print as the lens still focuses. Measure from the front rim to the print, or
        lay a tape there and read how much of it the picture shows across.
      </p>
      <TextInput
        label="Rim to print"
        rightSection={system}
        inputMode="decimal"
        value={rim}
        onChange={(event) => setRim(event.currentTarget.value)}
      />
      <TextInput
        label="Sensor mark to mount"
        rightSection="mm"
        inputMode="decimal"
        value={flange}
        onChange={(event) => setFlange(event.currentTarget.value)}
      />
      <TextInput
        label="Tape seen across"
        rightSection={system}
        inputMode="decimal"
        value={seen}
        onChange={(event) => setSeen(event.currentTarget.value)}
      />
      <TextInput
        label="Sensor width used"
        rightSection="mm"
        inputMode="decimal"
        value={width}
        onChange={(event) => setWidth(event.currentTarget.value)}
      />
      <Button variant="default" onClick={find}>
        Find the nearest focus
      </Button>
      {trouble ? <p role="alert">{trouble}</p> : null}
    </div>
  );
}
