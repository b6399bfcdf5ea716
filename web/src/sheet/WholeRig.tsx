/** On a sheet that has nothing to show yet: the way to all of it at once. */
import { Link, useParams } from 'react-router';
import classes from './WholeRig.module.css';

export function WholeRig() {
  const { planId = '' } = useParams();
  return (
    <p className={classes.whole}>
      Or let the <Link to={`/plan/${planId}/rig`}>whole rig</Link> be worked out from your cupboard:
      camera, what holds it, lamps and microphone together.
    </p>
  );
}
