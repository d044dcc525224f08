import {
  seededRandom,
  seedOf,
  SIMULATED,
  simulatedTapeMm,
  simulatedTilt,
  simulatedZero,
} from '@zither/core';
import type { AskedInstrument, Fault, StreamedInstrument } from './types.ts';

/** After so many samples the simulated sensor stops when it is told to freeze. */
const FREEZES_AFTER = 20;

/** A stand-in for a shin inclinometer: noise, drift, and the client's true angle. */
export const simulatedInclinometer = (behaves: 'none' | Fault): StreamedInstrument => ({
  id: 'simulatedInclinometer',
  name: 'Simulated inclinometer',
  way: 'streamed',
  reads: (measure) => measure.byInclinometer === true,
  zeroOf: ({ seed }) => simulatedZero(seededRandom(seedOf(`${seed} zero`))),
  start: ({ truth, seed }, on) => {
    if (behaves === 'missing' || behaves === 'refused') {
      const soon = setTimeout(() => on.fault(behaves), 50);
      return () => clearTimeout(soon);
    }
    const samples = simulatedTilt(truth, seededRandom(seedOf(seed)));
    let sent = 0;
    const timer = setInterval(() => {
      if (behaves === 'frozen' && sent >= FREEZES_AFTER) return;
      sent += 1;
      on.sample(samples.next().value);
    }, 1000 / SIMULATED.rateHz);
    return () => clearInterval(timer);
  },
});

/** A stand-in for a tape or ruler. */
export const simulatedTape: AskedInstrument = {
  id: 'simulatedTape',
  name: 'Simulated tape',
  way: 'asked',
  reads: (measure) => measure.unit === 'mm',
  read: ({ measure, truth, seed }) =>
    Math.min(
      measure.possible.most,
      Math.max(
        measure.possible.least,
        simulatedTapeMm(truth, measure.grain, seededRandom(seedOf(seed))),
      ),
    ),
};
