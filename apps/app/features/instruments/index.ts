import type { Measure } from '@zither/core';
import type { Settings } from '../data/index.ts';
import { motionSensor } from './phone.ts';
import { simulatedInclinometer, simulatedTape } from './simulated.ts';
import type { Instrument } from './types.ts';

const byHand: Instrument = {
  id: 'byHand',
  name: 'By hand',
  way: 'typed',
  reads: () => true,
};

/** What reads this measure on this device: the one chosen in Settings if it can, else the coach. */
export function instrumentFor(measure: Measure, settings: Settings): Instrument {
  const chosen: Instrument[] = [];
  if (settings.angle === 'motionSensor') chosen.push(motionSensor);
  if (settings.angle === 'simulatedInclinometer')
    chosen.push(simulatedInclinometer(settings.simulatedFault));
  if (settings.length === 'simulatedTape') chosen.push(simulatedTape);
  return chosen.find((instrument) => instrument.reads(measure)) ?? byHand;
}

export { sayTaken } from './steady.ts';
export { truthOf } from './truth.ts';
export { useTilt } from './useTilt.ts';
export { SAY_FAULT, type Aim, type StreamedInstrument } from './types.ts';
