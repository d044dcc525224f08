import { sayNoAnalysis } from '@zither/words/noAnalysis';
import { setUnits, type UnitSystem } from '@zither/words/units';
import {
  analyse,
  CAMERA_VIEWS,
  MARKS,
  NEEDED,
  reportOf,
  seededRandom,
  simulateCapture,
  USEFUL,
  type Side,
} from '@zither/core';
import {
  matchLandmarks,
  packCapture,
  readCaptureFile,
  renamed,
  sideOfMarks,
  unpackCapture,
} from '@zither/formats';
import type { Capture } from '@zither/contract';
import type { Answer, Job } from './work.ts';
import { sayCaptureFailed, sayOtherView } from '@zither/words/watch';

const say = (answer: Answer) => postMessage(answer);

/** The landmarks of a job, or the answer that ends it. */
async function seriesOf(job: Job): Promise<{ capture: Capture; facing?: Side | null } | Answer> {
  if (job.kind === 'simulate')
    return { capture: simulateCapture(job.script, job.lens, seededRandom(job.seed)) as Capture };
  if (job.kind === 'packed') {
    const capture = unpackCapture(job.packed);
    return capture
      ? { capture }
      : { kind: 'problem', message: 'This capture cannot be read any more: its parts do not fit.' };
  }
  const reading = readCaptureFile(job.file.name, await job.file.text(), job.up);
  if (!reading.ok)
    return { kind: 'problem', message: `${job.file.name}. ${reading.problem.message}` };
  const { view } = job.question;
  const names = Object.keys(reading.capture.tracks);
  const wanted = [...NEEDED[view], ...USEFUL[view], ...MARKS];
  const mapping = matchLandmarks(names, wanted, job.landmarks);
  const missing = NEEDED[view].filter((name) => mapping[name] === undefined);
  const other = CAMERA_VIEWS.find((v) =>
    NEEDED[v].every((name) => names.includes(name) && !NEEDED[view].includes(name)),
  );
  // A whole file of another view is a slip of the thumb, not a matter of names.
  if (missing.length > 0 && other)
    return {
      kind: 'problem',
      message: sayOtherView(job.file.name, other),
    };
  if (missing.length > 0)
    return {
      kind: 'needsNames',
      names,
      mapping,
      wanted: [...NEEDED[view], ...USEFUL[view]],
      missing,
    };
  return {
    capture: renamed(reading.capture, mapping),
    facing: view === 'side' ? sideOfMarks(mapping) : null,
  };
}

/** One job a worker: it ends with `done`, `needsNames` or `problem`, and may be ended from outside at any time. */
async function work(job: Job): Promise<void> {
  say({ kind: 'progress', share: 0.05 });
  const read = await seriesOf(job);
  if ('kind' in read) return say(read);
  say({ kind: 'progress', share: 0.4 });
  // Marks named for one leg are of that leg, whatever was chosen above.
  const facing = read.facing ?? job.question.facing ?? null;
  const found = analyse(read.capture, { ...job.question, facing }, (share) =>
    say({ kind: 'progress', share: 0.4 + 0.55 * share }),
  );
  if (found.kind === 'noAnalysis') return say({ kind: 'problem', message: sayNoAnalysis(found) });
  say({
    kind: 'done',
    report: reportOf(found),
    analysis: job.kind === 'packed' ? found : null,
    packed: job.kind === 'packed' ? job.packed : packCapture(read.capture),
    facing,
  });
}

addEventListener('message', (event: MessageEvent<Job & { units: UnitSystem }>) => {
  setUnits(event.data.units);
  work(event.data).catch((error: unknown) =>
    say({
      kind: 'problem',
      message: sayCaptureFailed(error instanceof Error ? error.message : null),
    }),
  );
});
