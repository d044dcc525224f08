import type { Instrument as InstrumentId } from '@zither/contract';
import type { Measure, TiltSample, Zero } from '@zither/core';

/** Why an instrument gives nothing. */
export type Fault = 'missing' | 'refused' | 'frozen';

/** The measure and side being read: the stand-ins need to know what they measure. */
export interface Aim {
  measure: Measure;
  /** The client's true value, for the stand-ins only. */
  truth: number;
  /** Makes each simulated trial its own and every run the same. */
  seed: string;
}

interface Base {
  id: InstrumentId;
  name: string;
  /** Whether it can read this measure. */
  reads: (measure: Measure) => boolean;
}

/** The coach reads it and types it. */
export interface TypedInstrument extends Base {
  way: 'typed';
}

/** Gives a number when asked. */
export interface AskedInstrument extends Base {
  way: 'asked';
  read: (aim: Aim) => number;
}

/** Sends which way it is pulled, many times a second, until stopped. */
export interface StreamedInstrument extends Base {
  way: 'streamed';
  /** Asks for permission where there is one to ask for, then streams. Must be called from a tap. */
  start: (
    aim: Aim,
    on: { sample: (s: TiltSample) => void; fault: (f: Fault) => void },
  ) => () => void;
  /** Needs to be held to the wall once; null = it is upright by itself. */
  zeroOf: (aim: Aim) => Zero | null;
}

/** One interface for whatever reads a measure. */
export type Instrument = TypedInstrument | AskedInstrument | StreamedInstrument;

export const SAY_FAULT: Record<Fault, string> = {
  missing:
    'This device has no motion sensor that a page may use. Phones give it to pages opened over https only.',
  refused: 'The motion sensor may not be used: permission was refused.',
  frozen: 'The sensor has stopped sending. Every reading you kept is safe.',
};
