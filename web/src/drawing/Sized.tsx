/** A drawing as large as the place it stands in. */
import { useElementSize } from '@mantine/hooks';
import classes from './drawings.module.css';
import type { Size } from './scale';

interface Props {
  label: string;
  children: (size: Size) => React.ReactNode;
}

export function Sized({ label, children }: Props) {
  const { ref, width, height } = useElementSize();
  return (
    <div ref={ref} style={{ width: '100%', height: '100%' }}>
      {width > 0 ? (
        <svg
          className={classes.drawing}
          width={width}
          height={height}
          role="group"
          aria-label={label}
        >
          {children({ width, height })}
        </svg>
      ) : null}
    </div>
  );
}
