import { resolveBody } from '../body/resolveBody.ts';
import type { FoundSetup } from './finder.ts';
import type { Proposal, SetupKind } from './proposals.ts';
import type { SetupQuestion } from './question.ts';
import type { MethodProfile } from './profiles.ts';
import type { NeededChange } from './smallest.ts';
import { sayBox } from './box.ts';
import { footingOf } from './wedge.ts';

const whole = (value: number) => Math.round(value).toString();

const FLOOR_WORDS = {
  balance: 'balance needs',
  trunkLean: 'the lean limit needs',
  hipFold: 'the hip fold needs',
} as const;
const CEILING_WORDS = {
  dorsiflexion: 'the ankle allows',
  kneeTravel: 'the knee-travel limit allows',
  shankLimit: 'the shank limit allows',
  hipAbduction: 'the hip allows',
  kneeFlexion: 'the knee allows',
  balance: 'balance allows',
} as const;

const KIND_WORDS: Record<SetupKind, (s: FoundSetup, profile: MethodProfile) => string> = {
  best: (_s, { name }) => `Best by what the school “${name}” prefers.`,
  nearHabit: () => 'Nearest to where the client stands unprompted.',
  noHeel: () => 'Best with nothing under the heels.',
  mostUpright: ({ bottom }) => `Least trunk lean${bottom ? `: ${whole(bottom.trunkDeg)}°` : ''}.`,
  deepest: () => 'Deepest of those likely to work.',
  uneven: ({ setup: { toeOutDeg } }) =>
    `Feet a little unlike, ${whole(Math.abs(toeOutDeg.left - toeOutDeg.right))}° further out on the ${toeOutDeg.left > toeOutDeg.right ? 'left' : 'right'}: the measured difference pays for it.`,
};

/** The reasons for a proposal, in sentences: what it is chosen for, how likely it works, what is in hand, what to mind. */
export function reasonsOf(
  proposal: Proposal,
  question: SetupQuestion,
  profile: MethodProfile,
): string[] {
  return [
    ...proposal.kinds.map((kind) => KIND_WORDS[kind](proposal, profile)),
    `Reaches the depth with heels down in ${whole(100 * proposal.chance)} of 100 draws of what was measured and its error.`,
    ...roomOf(proposal, question, profile),
  ];
}

/** What is in hand in a setup, and what to mind, in sentences. */
export function roomOf(
  proposal: FoundSetup,
  question: SetupQuestion,
  profile: MethodProfile,
): string[] {
  const { window, setup, targetDepthDeg } = proposal;
  const asked = question.targetDepthDeg ?? profile.targetDepthDeg;
  const list: string[] = [];
  if (window.kind !== 'stanceTooWide')
    list.push(
      `${capital(FLOOR_WORDS[window.floorBy])} ${whole(window.floorDeg)}° of shank, ${CEILING_WORDS[window.ceilingBy]} ${whole(window.ceilingDeg)}°: ${window.kind === 'open' ? `${window.widthDeg.toFixed(1)}° in hand` : `${(-window.widthDeg).toFixed(1)}° short of the buffer kept in hand`}.`,
    );
  if (targetDepthDeg < asked - 1e-9)
    list.push(
      `${whole(asked - targetDepthDeg)}° shallower than asked: deeper is not worth its risk here.`,
    );
  if (
    proposal.bottom &&
    (profile.workingPoint === 'shinsUpright' || question.kit.some((k) => k.kind === 'box'))
  )
    list.push(sayBox(proposal.bottom.hipHeightMm, question.kit));
  if (setup.support.kind !== 'floor') {
    list.push(HEEL_WORDS[profile.heelPolicy]);
    list.push(...footingOf(resolveBody(question.body), setup).says);
  }
  return list;
}

const HEEL_WORDS: Record<MethodProfile['heelPolicy'], string> = {
  bridge: 'The heel bridges while the ankle is trained, and comes down as the ankle gains.',
  finishScreen: 'The heel serves to finish the screen, not to train on.',
  turnedWedge: 'The wedge is turned with the foot.',
  tool: 'The heel is a tool; it may stay.',
  none: 'This school uses no heel.',
  asNeeded: 'The heel is used as far as the foot keeps its shape.',
};

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** A change that would help, in words. */
export function sayNeeded(change: NeededChange): string {
  switch (change.what) {
    case 'ankle':
      return `${change.byDeg}° more dorsiflexion on the stiffer side`;
    case 'heel':
      return `heels up ${change.riseMm} mm, which is not in the kit`;
    case 'lean':
      return `${change.byDeg}° more lean allowed`;
    case 'hold':
      return `the load held otherwise (${change.to})`;
    case 'depth':
      return `${change.byDeg}° less depth`;
  }
}
