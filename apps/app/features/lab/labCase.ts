import { readCaseFile } from '@zither/formats';
import { BALANCED, kneeTravelMostMm, type Case, type MethodProfile } from '@zither/core';

const KEY = 'zither-plumb.lab';

const AVERAGE: Case = {
  body: { statureMm: 1750, massKg: 75 },
  limits: {
    dorsiflexionDeg: { left: 30, right: 30 },
    bufferDeg: BALANCED.bufferDeg,
    trunkLeanDeg: BALANCED.leanLimitDeg.highBar,
  },
  setup: {
    stanceWidthMm: 450,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'highBar',
    loadKg: 60,
    balance: BALANCED.balance,
    trackingOffsetDeg: 0,
  },
  target: { thighDepthDeg: 0 },
  workingPoint: 'parallelLines',
};

/** The same question judged by a school: its limits, buffer, balance and working point; what was measured of the body stays. */
export const bySchool = (question: Case, school: MethodProfile): Case => ({
  ...question,
  limits: {
    ...question.limits,
    bufferDeg: school.bufferDeg,
    trunkLeanDeg: school.leanLimitDeg[question.setup.hold],
    shankDeg: school.shankMostDeg,
    kneePastToeMm: kneeTravelMostMm(school.kneeTravel),
  },
  setup: { ...question.setup, balance: school.balance },
  workingPoint: school.workingPoint,
});

/** The lab's bench as it was left on this device. */
export function readLabCase(): Case {
  try {
    const text = localStorage.getItem(KEY);
    const reading = text === null ? null : readCaseFile(text);
    return (reading?.ok && reading.cases[0]) || AVERAGE;
  } catch {
    return AVERAGE;
  }
}

/** Leaves the bench as it is, for next time. */
export function keepLabCase(question: Case): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(question));
  } catch {
    // Forbidden storage: the bench lasts as long as the page.
  }
}
