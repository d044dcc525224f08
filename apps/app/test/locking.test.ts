import { lockValuesSchema } from '@zither/contract';
import { BALANCED, HOUSE_RULES, profileOf } from '@zither/core';
import {
  lockOf,
  mayLock,
  settledSetup,
  lockedCase,
  versionInForce,
  versionsOf,
  finderQuestion,
  answerLoop,
  loopQuestion,
} from '@zither/visit';
import { lockFor } from '@zither/words/locking';
import { AT, ID } from '../../../packages/visit/test/trialRows.ts';
import { setup, tried, client } from './setRecords.ts';

describe('locked setups', () => {
  const dossier = client({
    setupTrials: [
      tried(),
      tried({ heelRose: { left: true, right: false }, takenAt: '2026-01-05T10:05:00.000Z' }),
    ],
  });
  const question = finderQuestion(dossier, [], HOUSE_RULES)!;
  const answer = answerLoop(loopQuestion(dossier, question, BALANCED, '2026-01-05', null));
  const by = {
    day: '2026-01-05',
    at: '2026-01-05T10:10:00.000Z',
    initials: 'CH',
    why: 'Tried and clean.',
  };
  const lock = lockFor(dossier, { setup, targetDepthDeg: 6 }, by, BALANCED, answer, 0.876);
  const row = (at: string, takenBack = false) => ({
    ...lock,
    at,
    takenBack,
    id: `55555555-5555-4555-8555-${at.slice(17, 19)}0000000000`,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: '',
  });

  it('carry their evidence, as the contract takes it', () => {
    expect(lockValuesSchema.parse(lock)).toEqual(lock);
    expect(lock.evidence.says[0]).toBe('Clean in 1 of 2 trials of it; 2 tried in all.');
    expect(lock.evidence.says[1]).toContain('about 88 of 100');
    expect(lock.evidence.trials).toHaveLength(2);
    const untried = lockFor(client(), { setup, targetDepthDeg: 6 }, by, BALANCED, null, null);
    // Locked as it was tried, whatever method the client follows.
    const other = profileOf('openHip')!;
    expect(lockFor(client(), { setup, targetDepthDeg: 6 }, by, other, null, null)).toMatchObject({
      profile: 'openHip',
      profileName: other.name,
    });
    expect(untried.evidence.says).toEqual(['Locked without a trial of it.']);
  });

  it('a method that judges by the foot locks nothing of which the foot was not looked at', () => {
    const at = { setup, targetDepthDeg: 6 };
    const foot = profileOf('footFirst')!;
    const lockable = (change: Parameters<typeof tried>[0]) =>
      mayLock(client({ setupTrials: [tried(change)] }), at, foot);
    const all = ['heels', 'foot', 'tuck', 'balance'] as const;
    expect(mayLock(client(), at, foot)).toBe(false);
    expect(lockable({ lookedAt: null })).toBe(false);
    expect(lockable({ lookedAt: ['heels', 'tuck', 'balance'] })).toBe(false);
    expect(lockable({ lookedAt: [...all] })).toBe(true);
    expect(lockable({ lookedAt: [...all], faults: [{ fault: 'archDrops', side: 'left' }] })).toBe(
      false,
    );
    // Others may be locked on the coach's word.
    expect(mayLock(client(), at, profileOf('upright')!)).toBe(false);
    expect(mayLock(client(), at, profileOf('lowBar')!)).toBe(true);
  });

  it('are numbered as made; the newest not taken back is in force, and the plan keeps it', () => {
    const locks = [
      row('2026-01-05T10:10:03.000Z', true),
      row('2026-01-05T10:10:01.000Z'),
      row('2026-01-05T10:10:02.000Z'),
    ];
    const held = client({ locks });
    expect(versionsOf(held).map((v) => v.number)).toEqual([1, 2, 3]);
    expect(versionInForce(held)?.number).toBe(2);
    expect(versionInForce(client())).toBeNull();
    const use = settledSetup(held, [], HOUSE_RULES)!;
    if (use.from === 'locked') expect(use.setup).toEqual(setup);
    else expect(use.setAside?.lock.id).toBe(lockOf(held)!.id);
    const asked = lockedCase(held, lockOf(held)!, [{ kind: 'noLoad' }]);
    expect(asked?.setup.loadKg).toBe(0);
    expect(asked?.setup.stanceWidthMm).toBe(440);
  });
});
