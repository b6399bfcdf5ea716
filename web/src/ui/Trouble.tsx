/** What happened, that nothing was lost, and what to do. */
import classes from './Trouble.module.css';

interface Props {
  sentences: readonly string[];
  children?: React.ReactNode;
}

export function Trouble({ sentences, children }: Props) {
  return (
    <div role="alert" className={classes.trouble}>
      {sentences.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      {children ? <div className={classes.ways}>{children}</div> : null}
    </div>
  );
}
