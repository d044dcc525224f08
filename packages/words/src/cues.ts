import { CAUSES, type Cue, type CueKind } from '@zither/core';
import { sayPhase } from './cueCard.ts';
import { sayList } from './terms.ts';

export const CUE_KIND_NAMES: Record<CueKind, string> = {
  external: 'Outside the body',
  internal: 'A part of the body',
  setUp: 'Before the squat',
};

/** "On the way down · outside the body. For habit: sits back and weak quads." */
export const sayCueNote = ({
  kind,
  phase,
  causes,
}: Pick<Cue, 'kind' | 'phase' | 'causes'>): string =>
  `${sayPhase(phase)} · ${CUE_KIND_NAMES[kind].toLowerCase()}. For ${sayList(causes.map((c) => CAUSES[c].name.toLowerCase()))}.`;
