import type { SetupEvent } from '@zither/visit';
import { sayDayOn } from './days.ts';
import { sayTried } from './trials.ts';

/** One event of a setup's history: what, when and by whom, and what it showed. */
export function sayEvent(
  event: SetupEvent,
  today: string,
): { title: string; when: string; note: string } {
  const when = `${sayDayOn(event.on, today)}${event.by === '' ? '' : ` · ${event.by}`}`;
  switch (event.kind) {
    case 'chosen':
      return { title: 'Chosen', when, note: '' };
    case 'tried': {
      const { trial, counts } = event;
      const standing = counts ? null : 'Does not count: the ankles were measured again since.';
      return { title: 'Tried', when, note: sayTried(trial, { standing }) };
    }
    case 'locked':
      return {
        title: `Locked as version ${event.number}`,
        when,
        note: `${event.lock.why}${event.lock.takenBack ? ' Withdrawn.' : ''}`,
      };
  }
}
