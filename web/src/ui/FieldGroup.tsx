/** Inputs that belong together, folded away until they are wanted; their state in a few words. */
import classes from './FieldGroup.module.css';
import sheet from './SheetLayout.module.css';

interface Props {
  title: string;
  words: string;
  open?: boolean;
  children: React.ReactNode;
}

export function FieldGroup({ title, words, open = false, children }: Props) {
  return (
    <details className={classes.group} open={open || undefined}>
      <summary>
        <b>{title}</b> <span>{words}</span>
      </summary>
      <div className={`${sheet.inputs} ${classes.inside}`}>{children}</div>
    </details>
  );
}
