import { PLAIN_LOOK } from '@zither/contract/row';
import { dossierSchema } from '@zither/contract';
import {
  analyse,
  FAULTS,
  faultsOf,
  reportOf,
  seededRandom,
  simulateCapture,
  USUAL_LENS,
} from '@zither/core';
import { packCapture } from '@zither/formats';
import { keptCapture, scriptFor, subjectFor, thresholdsFor } from '@zither/visit';
import { sayNoAnalysis } from '@zither/words/noAnalysis';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { seededId } from './random.ts';
import type { DemoLook, SeedTarget } from './shapes.ts';

const REPS = 5;

/** Films a set with the simulated camera, judges it as the app does, and keeps what the eye said beside it. */
export async function seedLook(
  client: string,
  look: DemoLook,
  clientId: string,
  target: SeedTarget,
  today: Date,
  shared: () => number,
): Promise<void> {
  const random = look.seed === undefined ? shared : seededRandom(look.seed);
  const day = format(addDays(today, -look.daysAgo), 'yyyy-MM-dd');
  const minute = { side: '20', front: '25', rear: '30' }[look.view];
  // Heavier sets come later.
  const second = String(Math.round((look.loadKg ?? 0) / 2)).padStart(2, '0');
  const at = `${day}T09:${minute}:${second}.000Z`;
  const put = { baseVersion: 0, clientId };
  const known = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  // What was measured later was not known that day.
  const dossier = { ...known, trials: known.trials.filter((t) => t.takenOn <= day) };
  const { view, condition, faults } = look;
  const asks = { ...PLAIN_LOOK, loadKg: look.loadKg ?? null };
  const subject = subjectFor(dossier, condition, asks, []);
  if (!subject) throw new Error(`${client} cannot be filmed before the ankles are measured.`);
  const script = scriptFor(subject, faults, REPS);
  const question = {
    view,
    subject,
    scale: 'none' as const,
    thresholds: thresholdsFor(dossier, subject),
    facing: view === 'side' ? ('left' as const) : null,
  };
  const lens = { ...USUAL_LENS, view };
  const series = simulateCapture(script, lens, random);
  const analysis = analyse(series, question);
  if (analysis.kind !== 'analysis') throw new Error(sayNoAnalysis(analysis));
  const name =
    faults.length === 0
      ? 'Simulated: a squat as built'
      : `Simulated: ${faults.map((f) => FAULTS[f.fault].name.toLowerCase()).join(', ')}`;
  const packed = packCapture({
    timesS: [...series.timesS],
    tracks: Object.fromEntries(
      Object.entries(series.tracks).map(([mark, t]) => [
        mark,
        { x: [...t.x], y: [...t.y], z: [...t.z], confidence: [...t.confidence] },
      ]),
    ),
  });
  await target.send({
    kind: 'capture.put',
    operationId: seededId(random),
    rowId: seededId(random),
    ...put,
    values: keptCapture(
      { report: reportOf(analysis), packed },
      { question, source: 'simulated', name },
      { condition, asks, day, at },
    ),
  });
  if (!look.byEye) return;
  await target.send({
    kind: 'judgement.put',
    operationId: seededId(random),
    rowId: seededId(random),
    ...put,
    values: {
      takenOn: day,
      takenAt: at,
      view,
      condition,
      asks,
      discarded: false,
      reps: REPS,
      loadKg: condition === 'load' ? subject.setup.loadKg : 0,
      lookedAt: [...new Set(faultsOf(view).flatMap((f) => (f.id === 'pain' ? [] : [f.area])))],
      seen: look.byEye,
    },
  });
}
