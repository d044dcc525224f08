import { useEffect } from 'react';
import type { CaptureRow, Dossier } from '@zither/contract';
import { asksLockout, limitsOf, safetyOf, thresholdsFor } from '@zither/visit';
import { useWork } from './work.ts';

/** Reads the landmarks of a kept capture again, away from the page, with the question of its day. Reads nothing for a null capture. */
export function useReading(dossier: Dossier, capture: CaptureRow | null) {
  const { state, start, cancel } = useWork();
  const id = capture?.id;
  useEffect(() => {
    if (!capture) return;
    const { view, subject, scale, facing, series } = capture;
    start({
      kind: 'packed',
      packed: series,
      question: {
        view,
        subject,
        scale,
        facing,
        thresholds: thresholdsFor(dossier, subject),
        asksLockout: asksLockout(limitsOf(safetyOf(dossier, capture.takenOn)), capture.condition),
      },
    });
    // The landmarks of a capture never change once it is kept.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id, start]);
  return { state, cancel };
}
