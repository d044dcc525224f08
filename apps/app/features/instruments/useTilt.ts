import {
  newInclinometer,
  onSample,
  onSilence,
  UPRIGHT_ZERO,
  type Inclinometer,
  type InclinometerState,
  type Zero,
} from '@zither/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Aim, Fault, StreamedInstrument } from './types.ts';

const LOOKS_EVERY_MS = 250;

export type TiltView =
  { kind: 'off' } | { kind: 'fault'; fault: Fault } | { kind: 'on'; state: InclinometerState };

/** Runs a streamed instrument for one reading at a time. */
export function useTilt(
  instrument: StreamedInstrument,
  zero: Zero | null,
  onTook: (deg: number, pull: Zero) => void,
) {
  const [view, setView] = useState<TiltView>({ kind: 'off' });
  const stopRef = useRef<(() => void) | null>(null);
  const took = useRef(onTook);
  useEffect(() => {
    took.current = onTook;
  });

  const stop = useCallback(() => {
    stopRef.current?.();
    stopRef.current = null;
  }, []);
  useEffect(() => stop, [stop]);

  const start = (aim: Aim) => {
    stop();
    let meter: Inclinometer = newInclinometer(zero ?? instrument.zeroOf(aim) ?? UPRIGHT_ZERO);
    // Sensors count from an origin of their own, so silence is timed by the page's clock.
    let heardAt = performance.now();
    setView({ kind: 'on', state: meter.state });
    const end = (next: TiltView) => {
      stop();
      setView(next);
    };
    const stopStream = instrument.start(aim, {
      sample: (sample) => {
        heardAt = performance.now();
        meter = onSample(meter, sample);
        if (meter.state.kind === 'frozen') return end({ kind: 'fault', fault: 'frozen' });
        if (meter.state.kind === 'took') {
          const { x, y, z } = sample;
          took.current(meter.state.deg, { x, y, z });
          return end({ kind: 'on', state: meter.state });
        }
        setView({ kind: 'on', state: meter.state });
      },
      fault: (fault) => end({ kind: 'fault', fault }),
    });
    const watch = setInterval(() => {
      const silent = onSilence({ ...meter, last: null }, performance.now(), heardAt);
      if (silent.state.kind === 'frozen') end({ kind: 'fault', fault: 'frozen' });
    }, LOOKS_EVERY_MS);
    stopRef.current = () => {
      stopStream();
      clearInterval(watch);
    };
  };

  return {
    view,
    start,
    cancel: () => {
      stop();
      setView({ kind: 'off' });
    },
  };
}
