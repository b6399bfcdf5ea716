/** The cupboard in and out as a file: a table for any spreadsheet, or JSON. */
import { Button, Modal } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { sentencesOf } from '../api/client';
import type { GearKind, ImportReport } from '../api/types';
import classes from './CupboardPage.module.css';
import { takeInFile } from './requests';

export function Exchange({ kind, title }: { kind: GearKind; title: string }) {
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [report, setReport] = useState<ImportReport | null>(null);
  const [trouble, setTrouble] = useState<string[] | null>(null);
  const [busy, setBusy] = useState(false);

  const run = async (chosen: File, how: 'look' | 'all' | 'sound'): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      setReport(await takeInFile(chosen, kind, how));
      if (how !== 'look') {
        await queries.invalidateQueries({ queryKey: ['things'] });
        await queries.invalidateQueries({ queryKey: ['cupboard'] });
      }
    } catch (error) {
      setReport(null);
      setTrouble(sentencesOf(error));
    }
    setBusy(false);
  };
  const close = () => {
    setFile(null);
    setReport(null);
    setTrouble(null);
    if (input.current) input.current.value = '';
  };

  return (
    <div className={classes.exchange}>
      <Button variant="default" size="compact-md" onClick={() => input.current?.click()}>
        Take in a table
      </Button>
      <input
        ref={input}
        type="file"
        accept=".csv,.tsv,.txt,.json,text/csv,application/json"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="Table of gear"
        onChange={(event) => {
          const chosen = event.currentTarget.files?.[0] ?? null;
          setFile(chosen);
          if (chosen) void run(chosen, 'look');
        }}
      />
      <p>
        Save as a table: <a href={`/api/gear/file?form=csv&kind=${kind}`}>{title.toLowerCase()}</a>
        {', '}
        <a href="/api/gear/file?form=csv">everything</a>; or as{' '}
        <a href="/api/gear/file?form=json">JSON</a>
      </p>
      <Modal
        opened={file !== null}
        onClose={close}
        size="lg"
        title={report?.done ? 'Taken in' : `What is in ${file?.name ?? 'the file'}`}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        {trouble ? trouble.map((sentence) => <p key={sentence}>{sentence}</p>) : null}
        {busy && !report ? <p>Reading it</p> : null}
        {report && file ? (
          <Report
            report={report}
            busy={busy}
            onTake={(how) => void run(file, how)}
            onClose={close}
          />
        ) : null}
      </Modal>
    </div>
  );
}

function Report({
  report,
  busy,
  onTake,
  onClose,
}: {
  report: ImportReport;
  busy: boolean;
  onTake: (how: 'all' | 'sound') => void;
  onClose: () => void;
}) {
  const { fresh, known, refused } = report;
  const rows = new Set(refused.map((one) => one.line)).size;
  const count = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
  return (
    <div className={classes.report}>
      <p>
        {report.done
          ? `${count(fresh.length, 'thing')} put into the cupboard.`
          : `${count(fresh.length, 'new thing')}, ${count(known.length, 'thing')} that you have already, ${count(rows, 'row')} refused. Nothing has been taken yet.`}
      </p>
      <p className={classes.soft}>
        Read as {report.encoding}
        {report.delimiter
          ? `, ${report.delimiter} between cells, decimal ${report.decimal_mark}`
          : ''}
        .
      </p>
      {refused.length ? (
        <table>
          <thead>
            <tr>
              <th scope="col">line</th>
              <th scope="col">column</th>
              <th scope="col">why it is refused</th>
            </tr>
          </thead>
          <tbody>
            {refused.slice(0, 60).map((one) => (
              <tr key={`${one.line}-${one.column}-${one.sentence}`}>
                <td>{one.line}</td>
                <td>{one.column}</td>
                <td>{one.sentence}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <div className={classes.reportWays}>
        {report.done ? (
          <Button onClick={onClose}>Good</Button>
        ) : (
          <>
            {refused.length === 0 && fresh.length > 0 ? (
              <Button loading={busy} onClick={() => onTake('all')}>
                Take {count(fresh.length, 'thing')} in
              </Button>
            ) : null}
            {refused.length > 0 && fresh.length > 0 ? (
              <Button variant="default" loading={busy} onClick={() => onTake('sound')}>
                Take only the {count(fresh.length, 'sound row')}
              </Button>
            ) : null}
            <Button variant="default" onClick={onClose}>
              Leave it
            </Button>
          </>
        )}
      </div>
    </div>
  );
}
