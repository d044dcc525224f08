import { isSame, type MethodProfile, type Placed } from '@zither/core';
import { countingTrials, heldLoad, isOf, versionInForce, type Chances } from '@zither/visit';
import {
  SOURCE_NAMES,
  sayHeldInTrial,
  sayHeldLoad,
  sayLooked,
  sayStillTheOne,
  sayUseHere,
} from '@zither/words/setup';
import { sayAdvice } from '@zither/words/trials';
import type { Segment } from './segments.ts';
import type { SetPage } from './useSetPage.ts';

/** The setup at the top of the page, and why it is this one. */
export interface Shown {
  kind: 'use' | 'looked' | 'advice';
  at: Placed & Chances & { method: MethodProfile };
  title: string;
  says: string;
  /** That its own load waits, and why; null where it does not. */
  waits: string | null;
  /** True while the next trial is being worked out, so nothing can be recorded for it yet. */
  isPending: boolean;
  /** The trials would keep it, and it is locked already. */
  isLocked: boolean;
  /** The trials say it is ready to be locked. */
  isToLock: boolean;
}

/** That the load of the setup in use waits, and why. */
const waitsInUse = (use: SetPage['use']): string | null =>
  use?.held && use.barred === null ? sayHeldLoad(use.setup, use.held) : null;

/** What the top of Set shows: on the trials what is picked or advised, elsewhere what is looked at, else the setup in use. */
export function shownOn(page: SetPage, segment: Segment): Shown | null {
  const { use, looked, picked, dossier } = page;
  /** For a setup not in use yet: with which load it starts where its own has to wait. */
  const startOf = ({ setup }: Placed): string | null => {
    const held = heldLoad(dossier, page.basis?.question.safety ?? [], setup);
    return held && sayHeldInTrial(setup, held);
  };
  const method = page.answer?.loop?.method ?? page.method;
  if (segment === 'trials') {
    const advice = page.isFresh ? (page.answer?.loop?.advice ?? null) : null;
    if (advice && (!picked || isSame(picked, advice))) {
      const locked = versionInForce(dossier);
      const isLocked = advice.kind === 'lock' && locked !== null && isOf(locked.lock, advice);
      const isToLock = advice.kind === 'lock' && !isLocked;
      return {
        // Of the setup in use every segment tells the one chance.
        ...(use && isSame(use, advice)
          ? { kind: 'use', at: use }
          : { kind: 'advice', at: { ...advice, method } }),
        title: isLocked
          ? 'Locked'
          : isToLock
            ? 'Ready to lock'
            : advice.kind === 'likeliest'
              ? 'The likeliest'
              : 'Try next',
        says: isLocked
          ? sayStillTheOne(locked.number)
          : sayAdvice(advice, countingTrials(dossier).length),
        waits: isLocked ? waitsInUse(use) : startOf(advice),
        isPending: false,
        isLocked,
        isToLock,
      };
    }
    if (picked)
      return {
        kind: 'looked',
        at: picked,
        title: 'Your own choice',
        says: sayLooked(picked, null),
        waits: startOf(picked),
        isPending: false,
        isLocked: false,
        isToLock: false,
      };
  }
  const isPending = segment === 'trials' && !page.isFresh && !page.hasFailed;
  if (looked)
    return {
      kind: 'looked',
      at: looked,
      title: 'Looking at',
      says: sayLooked(looked, use),
      waits: startOf(looked),
      isPending: false,
      isLocked: false,
      isToLock: false,
    };
  return (
    use && {
      kind: 'use',
      at: use,
      title:
        segment === 'trials' && page.isFresh && page.answer?.loop?.stop
          ? 'No further trial advised'
          : SOURCE_NAMES[use.from],
      says: sayUseHere(use),
      waits: waitsInUse(use),
      isPending,
      isLocked: use.from === 'locked',
      isToLock: false,
    }
  );
}
