import { STATIONS, type AfterStop, type StopKind } from '@zither/core';

/** What stopped the work, on its button. */
export const STOP_NAMES: Record<StopKind, string> = {
  pain: 'Pain',
  alarm: 'Dizzy or chest symptoms',
  numb: 'Numb or tingling',
  gaveWay: 'A joint gave way',
  fell: 'A fall',
};

/** What to do now, before anything else: usual first aid (common practice, no source). The gym's own steps and local rules come first. */
export const STOP_NOW: Record<StopKind, readonly string[]> = {
  pain: ['End the set. Take the load off.', 'Do not test whether it still hurts.'],
  alarm: [
    'Take the load off. Let them sit or lie down, and stay with them.',
    'Chest pain, trouble breathing, fainting, confusion or a weak side: call for emergency help now.',
  ],
  numb: [
    'Take the load off. Let them sit or lie down.',
    'Numb between the legs, trouble with bladder or bowel, or a leg that gets weaker: call for emergency help now.',
  ],
  gaveWay: [
    'Take the load off. Let them stand on the other leg or sit.',
    'If the joint swells, locks or cannot bear weight, a clinician looks at it today.',
  ],
  fell: [
    'Do not lift them. Take the load off them and ask what hurts.',
    'A knock to the head, neck pain, or a limb that cannot bear weight: call for emergency help now.',
  ],
};

/** How it was afterwards, on its button. */
export const AFTER_NAMES: Record<AfterStop, string> = {
  gone: 'It has passed',
  persists: 'Still there',
  helpCalled: 'Help was called',
  painSaid: 'Recorded as pain',
  mistake: 'No pain after all',
};

/** How it was after a fall, where "passed" means that nothing was hurt. */
export const sayAfter = (what: StopKind, after: AfterStop): string =>
  what === 'fell' && after === 'gone' ? 'Nothing hurts' : AFTER_NAMES[after];

const MOVEMENTS: Record<string, string> = {
  clear: 'While being asked',
  measure: 'While measuring',
  sheet: 'While measuring',
  watch: 'During the baseline squats',
  probe: 'During a short test',
  setup: 'While squatting in the setup',
  prescription: 'During a preparation drill',
  recheck: 'During the recheck',
  run: 'In the routine',
};

/** What was going on, from the page the coach was on: the station's name when one was being read. */
export function movementAt(path: string): string {
  const [, , , stage = '', at] = path.split('/');
  const station = STATIONS.find((s) => s.id === at);
  return station ? `While measuring: ${station.name}` : (MOVEMENTS[stage] ?? 'During the work');
}
