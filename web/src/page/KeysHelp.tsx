/** The list of keys. */
import { Modal } from '@mantine/core';
import { STEPS } from '../steps/registry';
import classes from './page.module.css';

const KEYS: readonly [string, string][] = [
  ...STEPS.map((step): [string, string] => [step.key, `open ${step.name}`]),
  ['n / b', 'next step, step before'],
  ['m', 'next margin note; Enter makes its first mend'],
  ['w', 'next figure of the answer; again opens its working'],
  ['u', 'centimetres or inches'],
  ['p', 'the card'],
  ['arrows', 'on a handle: 1 cm or ½ in; with Shift ten times as far'],
  ['Ctrl+Z', 'undo'],
  ['Ctrl+Shift+Z', 'redo'],
  ['?', 'this list'],
];

export function KeysHelp({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Keys"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <table className={classes.keys}>
        <tbody>
          {KEYS.map(([key, words]) => (
            <tr key={key}>
              <th scope="row">{key}</th>
              <td>{words}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  );
}
