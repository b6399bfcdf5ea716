/** On a sheet that has nothing to show yet: the way to all of it at once. */
import { Link, useParams } from 'react-router';
import sheet from '../ui/SheetLayout.module.css';

export function WholeRig() {
  const { planId = '' } = useParams();
  return (
    <p className={sheet.empty}>
      Or let the <Link to={`/plan/${planId}/rig`}>whole rig</Link> be worked out from your cupboard:
      camera, what holds it, lamps and microphone together.
    </p>
  );
}
