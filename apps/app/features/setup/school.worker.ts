import { askSchool } from './schools.ts';
import type { SchoolAsked, SchoolTold } from './useSchool.ts';

addEventListener('message', ({ data }: MessageEvent<SchoolAsked>) => {
  const tell = (told: SchoolTold) => postMessage(told);
  const { id, question, profile } = data;
  const answer = askSchool(question, profile, (share) => tell({ id, kind: 'progress', share }));
  tell({ id, kind: 'answer', answer });
});
