/** Check: a test frame set against the plan, and what to move at the bench. */
import { Button, FileButton } from '@mantine/core';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { CheckProgress } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useSheet } from '../../saving/context';
import answer from '../../sheet/AnswerLine.module.css';
import type { SheetProps } from '../../sheet/step';
import { download } from '../../ui/download';
import { Sentence } from '../../ui/Sentence';
import sheet from '../../ui/SheetLayout.module.css';
import { Trouble } from '../../ui/Trouble';
import { Corners } from './Corners';
import classes from './check.module.css';
import { TwoFrames } from './drawing/TwoFrames';
import { Figures } from './Figures';
import { Keep } from './Keep';
import { Meter, type Readings } from './Meter';
import { Moves, Notes } from './Moves';
import { type DaylightRead, NO_DAYLIGHT_READ } from './model';
import { getChart, type Paper, type Said } from './requests';
import { TryIt } from './TryIt';
import { useReading } from './useReading';

const PAPERS: readonly { value: Paper; label: string }[] = [
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
  { value: 'a3', label: 'A3' },
  { value: 'tiles', label: 'several A4, edge to edge' },
];
const ACCEPTED =
  '.jpg,.jpeg,.png,.tif,.tiff,.heic,.heif,.mp4,.mov,image/*,video/mp4,video/quicktime';

export function CheckSheet({ planId }: SheetProps) {
  const { plan, camera } = useSheet();
  const { reading, said, trouble, progress, refused, read, stop, say } = useReading(planId);
  const [lux, setLux] = useState<Readings>({});
  const [day, setDay] = useState<DaylightRead>(NO_DAYLIGHT_READ);
  const busy = progress !== null;
  return (
    <>
      <div className={answer.answer}>
        <h1 className={answer.line} aria-live="polite">
          {reading ? (
            <Sentence pieces={reading.report.answer} />
          ) : (
            'Lay the chart on the zone, take one test frame, and Steeple says what to move'
          )}
        </h1>
      </div>
      {progress ? <Progress progress={progress} onStop={stop} /> : null}
      {trouble.length ? <Trouble sentences={trouble} /> : null}
      {refused ? (
        <Corners
          key={refused.picture.length}
          picture={refused.picture}
          onPointed={(corners, rectangle_mm) => say({ corners, rectangle_mm })}
        />
      ) : null}
      <Chart said={said} say={say} />
      {reading ? (
        <>
          <div className={classes.views}>
            <div className={classes.frame}>
              <TwoFrames report={reading.report} picture={reading.picture} />
            </div>
            <Notes report={reading.report} />
          </div>
          <Moves report={reading.report} />
          <Keep
            key={reading.report.as_built.z_mm}
            planId={planId}
            report={reading.report}
            files={reading.files}
          />
        </>
      ) : null}
      <Drop
        busy={busy}
        small={reading !== null}
        onFiles={(files) => void read(async () => files, { ...said, corners: [] })}
      />
      <div className={sheet.inputs}>
        {reading ? <Figures report={reading.report} /> : null}
        <ZoomOrDistance said={said} say={say} />
        <Meter
          planId={planId}
          readings={lux}
          onReadings={setLux}
          daylight={day}
          onDaylight={setDay}
        />
        <TryIt
          plan={plan}
          camera={camera.id}
          paper={said.paper}
          busy={busy}
          onFrame={(take) => void read(async () => [await take()], { ...said, corners: [] })}
          onReadings={(found) => {
            setLux(Object.fromEntries(found.meter.map((one) => [one.lamp, one.read_lx])));
            setDay({ lux: found.daylight_lx, at: null });
          }}
        />
      </div>
    </>
  );
}

function Progress({ progress, onStop }: { progress: CheckProgress; onStop: () => void }) {
  const share = progress.of_s > 0 ? progress.done_s / progress.of_s : null;
  return (
    <div className={classes.ways} role="status">
      <span>
        {progress.says}
        {share === null ? '' : `, ${progress.done_s.toFixed(1)} of ${progress.of_s.toFixed(1)} s`}
      </span>
      <progress value={share ?? undefined} aria-label={progress.says} />
      <Button size="compact-sm" variant="default" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}

interface SaidProps {
  said: Said;
  say: (change: Partial<Said>) => void;
}

function Chart({ said, say }: SaidProps) {
  const { plan } = useSheet();
  const [trouble, setTrouble] = useState<readonly string[]>([]);
  const save = async (form: 'pdf' | 'png'): Promise<void> => {
    setTrouble([]);
    try {
      download(await getChart(plan, said.paper, form), `${plan.title.slice(0, 60)}, chart.${form}`);
    } catch (error) {
      setTrouble(sentencesOf(error));
    }
  };
  return (
    <div className={classes.ways}>
      <ChoiceField
        label="Chart on"
        value={said.paper}
        choices={PAPERS}
        onChange={(value) => say({ paper: value as Paper })}
      />
      <Button size="compact-sm" variant="default" onClick={() => void save('pdf')}>
        Chart as PDF
      </Button>
      <Button size="compact-sm" variant="default" onClick={() => void save('png')}>
        Chart as PNG
      </Button>
      <PlainField
        label="Its bar of 150 mm measures"
        kind="plain"
        explain="mm; a printer may scale"
        value={said.bar_mm}
        onCommit={async (value) => {
          say({ bar_mm: Number(value ?? 150) });
          return [];
        }}
      />
      {trouble.length ? <Trouble sentences={trouble} /> : null}
    </div>
  );
}

function ZoomOrDistance({ said, say }: SaidProps) {
  return (
    <FieldGroup
      title="Zoom or distance"
      words={said.tape_mm === null ? 'the zoom is taken as set' : 'the height is that of your tape'}
    >
      <p className={`${classes.quiet} ${classes.wide}`}>
        Seen square on, a lens a little higher and one zoomed out a little give the same picture.
        Measure the height, or take a second frame with the chart raised on a block and give both
        frames together.
      </p>
      <PlainField
        label="Lens above the table"
        kind="length"
        nullable
        explain="by your tape, to the front third of the lens"
        value={said.tape_mm}
        onCommit={async (value) => {
          say({ tape_mm: value === null ? null : Number(value) });
          return [];
        }}
      />
      <PlainField
        label="Block under the chart"
        kind="length"
        nullable
        explain="in the second of two frames"
        value={said.raised_mm}
        onCommit={async (value) => {
          say({ raised_mm: value === null ? null : Number(value) });
          return [];
        }}
      />
    </FieldGroup>
  );
}

interface DropProps {
  busy: boolean;
  small: boolean;
  onFiles: (files: readonly File[]) => void;
}

function Drop({ busy, small, onFiles }: DropProps) {
  const [over, setOver] = useState(false);
  const button = (
    <FileButton
      multiple
      accept={ACCEPTED}
      onChange={(files) => (files.length ? onFiles(files) : undefined)}
    >
      {(props) => (
        <Button {...props} loading={busy}>
          {small ? 'Read another frame' : 'Read a test frame'}
        </Button>
      )}
    </FileButton>
  );
  if (small) return <div className={classes.ways}>{button}</div>;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the button in it does the same by keyboard
    <div
      className={classes.drop}
      data-over={over}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        onFiles([...event.dataTransfer.files]);
      }}
    >
      <ol className={classes.steps}>
        <li>1. Print the chart at 100 %, and measure its bar.</li>
        <li>2. Lay it flat, its cross on the middle of the zone, its arrows toward you.</li>
        <li>
          3. Light as for the work, hands away, one frame or a clip; from a clip with a tap on the
          table in it comes the wobble too.
        </li>
        <li>4. Drop the file here.</li>
      </ol>
      {button}
    </div>
  );
}
