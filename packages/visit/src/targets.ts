import type { Dossier } from '@zither/contract';
import { NAVICULAR_DROP_MM, resolveBody, solve, type MeasureId } from '@zither/core';
import { bodyOf } from './body.ts';
import { clientCase } from './derive.ts';
import { methodOf } from './method.ts';

export interface Target {
  least: number;
  most: number;
}

/** Dorsiflexion that the wished depth asks for with the buffer in hand, degrees; null when nothing can be said. */
export function ankleNeededDeg(dossier: Dossier): number | null {
  const found = clientCase(dossier);
  if (found.kind !== 'ready') return null;
  const { question } = found;
  const flat = solve({ ...question, setup: { ...question.setup, support: { kind: 'floor' } } });
  const { window } = flat.sides[flat.governingSide];
  return window.kind === 'stanceTooWide' ? null : window.floorDeg + methodOf(dossier).bufferDeg;
}

/** Where the client's method wants a measure, in the measure's stored unit; null = it does not say. */
export function targetOf(dossier: Dossier, measure: MeasureId): Target | null {
  const shoulder = resolveBody(bodyOf(dossier.client)).shoulderWidthMm;
  const { stancePerShoulderWidth, toeOutDeg, heelMostMm } = methodOf(dossier);
  switch (measure) {
    case 'stanceWidth':
      return {
        least: stancePerShoulderWidth.least * shoulder,
        most: stancePerShoulderWidth.most * shoulder,
      };
    case 'toeOut':
      return toeOutDeg;
    case 'heelRise':
      return { least: 0, most: heelMostMm };
    case 'shinAngle': {
      const needed = ankleNeededDeg(dossier);
      return needed === null ? null : { least: needed, most: Math.max(needed + 5, 48) };
    }
    default:
      return null;
  }
}

/** Most of an arch's drop that is usual, for its string. */
export const DROP_TARGET: Target = { least: 0, most: NAVICULAR_DROP_MM.usual };
