/** The log out and in: whole as JSON, takes as a table. */
import { Button, FileButton } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import { Trouble } from '../../ui/Trouble';
import classes from './log.module.css';
import { openLog } from './requests';

export function Exchange() {
  const queries = useQueryClient();
  const open = useMutation({
    mutationFn: openLog,
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <>
      <p className={classes.quiet}>
        The whole log as JSON, for another Steeple or for keeping; takes as a table. Markers of a
        session for the edit stand beside each session; by time code as a table on its page.
      </p>
      <div className={classes.ways}>
        <Button component="a" variant="default" size="compact-md" href="/api/log/log.json" download>
          Save the log
        </Button>
        <Button
          component="a"
          variant="default"
          size="compact-md"
          href="/api/log/takes.csv"
          download
        >
          Takes as a table
        </Button>
        <FileButton
          accept=".json,application/json"
          onChange={(file) => {
            if (file) open.mutate(file);
          }}
        >
          {(props) => (
            <Button {...props} variant="default" size="compact-md" loading={open.isPending}>
              Put a log to this one
            </Button>
          )}
        </FileButton>
      </div>
      {open.isError ? <Trouble sentences={sentencesOf(open.error)} /> : null}
      {open.data ? (
        <p role="status">
          {open.data.sessions} new sessions, {open.data.pairs} new measurements; what was there
          counts once.
        </p>
      ) : null}
    </>
  );
}
