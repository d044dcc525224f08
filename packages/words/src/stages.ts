import type { Stage } from '@zither/contract';
import type { StageNote } from '@zither/visit';
import { sayShortDay } from './days.ts';
import { count } from './terms.ts';

/** The stages as every page names them. */
export const STAGE_NAMES = {
  clear: 'Clear',
  measure: 'Measure',
  watch: 'Watch',
  probe: 'Probe',
  set: 'Set',
  coach: 'Coach',
  recheck: 'Recheck',
} as const satisfies Record<Stage, string>;

const NOTES: Record<
  Exclude<
    StageNote['kind'],
    'disagree' | 'known' | 'views' | 'answered' | 'tested' | 'recheckOn' | 'recheckDue'
  >,
  string
> = {
  nothing: 'nothing yet',
  fromLastTime: 'from last time',
  unfinished: 'sets unfinished',
  measuredToday: 'measured today',
  threeSides: 'seen from three sides',
  notLooked: 'not looked yet',
  stoppedByPain: 'stopped by pain',
  concludedToday: 'concluded today',
  needsLook: 'needs a look first',
  notTested: 'nothing tested yet',
  hold: 'on hold, refer',
  notAsked: 'not asked yet',
  go: 'go',
  withinLimits: 'within limits',
  askAgain: 'ask again today',
  clearFirst: 'Clear comes first',
  recheckedToday: 'rechecked today',
  noneTried: 'none tried yet',
  notLikely: 'setup not likely',
  lockedToday: 'locked today',
  beingTried: 'being tried',
  setToday: 'set today',
  noPlan: 'no plan yet',
  givenToday: 'given today',
};

/** Why a stage stands as it does, in a few words. */
export function sayStage(note: StageNote): string {
  switch (note.kind) {
    case 'disagree':
      return note.sets === 1 ? 'one set disagrees' : `${note.sets} sets disagree`;
    case 'known':
      return `${note.of5} of 5 known`;
    case 'views':
      return `${note.of3} of 3 views`;
    case 'answered':
      return `${note.count} of ${note.of} answered`;
    case 'tested':
      return `${count(note.tests, 'test')} done`;
    case 'recheckOn':
      return `due ${sayShortDay(note.on)}`;
    case 'recheckDue':
      return `due since ${sayShortDay(note.on)}`;
    default:
      return NOTES[note.kind];
  }
}
