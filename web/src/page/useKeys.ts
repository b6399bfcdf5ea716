/** The keys of the sheet. None is taken while a field is being typed in. */
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { STEPS } from '../steps/registry';
import { useUnits } from '../ui/units';

interface Actions {
  planId: string;
  undo: () => void;
  redo: () => void;
  help: () => void;
}

const TYPING = 'input:not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable]';

/** The next of all elements that match, after the one that has the focus. */
function focusNext(selector: string): void {
  const all = [...document.querySelectorAll<HTMLElement>(selector)].filter((one) =>
    one.checkVisibility(),
  );
  const now = all.indexOf(document.activeElement as HTMLElement);
  all[(now + 1) % all.length]?.focus();
}

export function useKeys({ planId, undo, redo, help }: Actions): void {
  const navigate = useNavigate();
  const { swap } = useUnits();
  useEffect(() => {
    const go = (id: string) => navigate(`/plan/${planId}/${id}${window.location.search}`);
    const beside = (by: number) => {
      // The address is ahead of what is drawn when keys are struck quickly.
      const here = STEPS.findIndex((step) => window.location.pathname.endsWith(`/${step.id}`));
      const next = STEPS[here + by];
      if (next) go(next.id);
    };
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target instanceof Element ? event.target : null;
      if (target?.closest(TYPING) || event.altKey || event.defaultPrevented) return;
      if (event.ctrlKey || event.metaKey) {
        if (event.key.toLowerCase() !== 'z') return;
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
        return;
      }
      const step = STEPS.find((one) => one.key === event.key);
      if (step) go(step.id);
      else if (event.key === 'n') beside(1);
      else if (event.key === 'b') beside(-1);
      else if (event.key === 'p') go('card');
      else if (event.key === 'u') swap();
      else if (event.key === 'm') focusNext('[data-note]');
      else if (event.key === 'w') {
        const door = document.activeElement?.closest<HTMLElement>('[data-door]');
        if (door) door.click();
        else focusNext('[data-door]');
      } else if (event.key === '?') help();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [planId, undo, redo, help, navigate, swap]);
}
