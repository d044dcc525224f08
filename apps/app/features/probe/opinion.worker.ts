import { opine, reasonsFor } from '@zither/visit';
import type { Asked, Told } from './useOpinion.ts';

const answered = (data: Asked): Told => {
  const { id, question } = data;
  switch (data.kind) {
    case 'opinion':
      return { id, kind: 'opinion', opinion: opine(question) };
    case 'reasons':
      return { id, kind: 'reasons', reasons: reasonsFor(question, data.node) };
    case 'moved': {
      const [before, after] = [data.before, question].map((q) => opine(q).diagnosis.groups);
      return { id, kind: 'moved', before: before!, after: after! };
    }
  }
};

addEventListener('message', ({ data }: MessageEvent<Asked>) => postMessage(answered(data)));
