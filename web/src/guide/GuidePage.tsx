/** The guide: from nothing to the first take, the same text as in the documents. */
import { useEffect } from 'react';
import Markdown from 'react-markdown';
import text from '../../../docs/guide.md?raw';
import begin from '../../../docs/screenshots/begin.png';
import drills from '../../../docs/screenshots/drills.png';
import rig from '../../../docs/screenshots/rig.png';
import session from '../../../docs/screenshots/session-phone.png';
import { Bar } from '../ui/Bar';
import classes from './guide.module.css';

const PICTURES: Readonly<Record<string, string>> = {
  'screenshots/begin.png': begin,
  'screenshots/drills.png': drills,
  'screenshots/rig.png': rig,
  'screenshots/session-phone.png': session,
};

export default function GuidePage() {
  useEffect(() => {
    document.title = 'Guide · Steeple';
  }, []);
  return (
    <div className={classes.page}>
      <Bar />
      <main className={classes.guide}>
        <Markdown
          components={{
            img: ({ src, alt }) => (
              <img src={PICTURES[String(src)]} alt={alt ?? ''} loading="lazy" />
            ),
          }}
        >
          {text}
        </Markdown>
      </main>
    </div>
  );
}
