import { opine, reasonsFor } from '@zither/visit';
import type { Asked, Told } from './useOpinion.ts';

addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  const { id, question } = data;
  const told: Told =
    data.kind === 'opinion'
      ? { id, kind: 'opinion', opinion: opine(question) }
      : { id, kind: 'reasons', reasons: reasonsFor(question, data.node) };
  postMessage(told);
});
