import type { Dossier } from '@zither/contract';
import type { Purpose } from '@zither/core';
import { clientCase, heelCourse, methodById, methodFollowed } from '@zither/visit';
import { sayFollowed } from '@zither/words/method';
import { AT, dossierOf, five, ID } from './trialRows.ts';

const row = { id: ID, clientId: ID, version: 1, updatedAt: AT, saidAt: AT, saidBy: '' };
const screened = (purpose: Purpose): Dossier['screenings'] => [
  { ...row, takenOn: '2026-01-05', purpose, asked: [], answers: {}, answeredAt: {} },
];
const setupOf = (profile: string, loadKg: number, riseMm = 0): Dossier['setup'] => ({
  ...row,
  setup: {
    stanceWidthMm: 430,
    toeOutDeg: { left: 15, right: 15 },
    support: riseMm > 0 ? { kind: 'block', riseMm } : { kind: 'floor' },
    hold: loadKg > 0 ? 'goblet' : 'bodyweight',
    loadKg,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  thighDepthDeg: 6,
  workingPoint: 'parallelLines',
  profile: profile as NonNullable<Dossier['setup']>['profile'],
});
const client = (change: Partial<Dossier>) => dossierOf(five(), change);

describe('the method a client follows', () => {
  it('is the client’s choice, else the purpose’s, else the practice’s usual one', () => {
    const usual = methodFollowed(client({}));
    expect([usual.method.id, usual.because]).toEqual(['balanced', 'usual']);
    const sparing = methodFollowed(client({ screenings: screened('kneeSparing') }));
    expect([sparing.method.id, sparing.because]).toEqual(['shinsUpright', 'purpose']);
    expect(sayFollowed(sparing)).toBe(
      'Method “Shins upright”, suggested by the purpose (spare the knees).',
    );
    const chosen = methodFollowed(
      client({ screenings: screened('kneeSparing'), setup: setupOf('openHip', 0) }),
    );
    expect([chosen.method.id, chosen.because]).toEqual(['openHip', 'chosen']);
  });

  it('for squats without load gives way to that order as soon as there is load, and says so', () => {
    const free = methodFollowed(client({ setup: setupOf('restoreRange', 0) }));
    expect([free.method.id, free.gaveWay]).toEqual(['restoreRange', null]);
    const loaded = methodFollowed(client({ setup: setupOf('restoreRange', 16) }));
    expect([loaded.method.id, loaded.gaveWay?.id]).toEqual(['balanced', 'restoreRange']);
    expect(sayFollowed(loaded)).toMatch(
      /^“Restore range” is for squats without load\..*“Balanced”/,
    );
    const sparing = client({
      screenings: screened('kneeSparing'),
      setup: setupOf('restoreRange', 16),
    });
    expect(methodFollowed(sparing).method.id).toBe('shinsUpright');
    // The practice's usual one does not put it back.
    const usual = client({
      schools: { own: [], usual: 'restoreRange' },
      setup: setupOf('restoreRange', 16),
    });
    expect(methodFollowed(usual).method.id).toBe('balanced');
  });
});

describe('what becomes of a lift', () => {
  const course = (
    profile: string,
    riseMm: number,
    purpose: Purpose,
    decisions: Dossier['decisions'] = [],
  ) => {
    const dossier = client({
      decisions,
      screenings: screened(purpose),
      setup: setupOf(profile, 16, riseMm),
    });
    const found = clientCase(dossier);
    if (found.kind !== 'ready') throw new Error('the ankles are known');
    return heelCourse(dossier, found.question, methodById(dossier.schools, profile), true);
  };

  it('a bridge comes down; a tool stays, in the role of the purpose, unless the purpose is flat', () => {
    expect(course('balanced', 15, 'strength')?.kind).toBe('weaned');
    expect(course('heelTool', 15, 'strength')).toMatchObject({ kind: 'tool', role: 'accessory' });
    expect(course('heelTool', 15, 'dailyLife')).toMatchObject({ kind: 'tool', role: 'primary' });
    expect(course('heelTool', 15, 'barbell')?.kind).toBe('weaned');
    // The coach may give it another role.
    const chosen: Dossier['decisions'][number] = {
      ...row,
      kind: 'train',
      on: '2026-01-05',
      at: AT,
      takenBack: false,
      rung: null,
      dose: null,
      heelRole: 'warmUp',
    };
    expect(course('heelTool', 15, 'strength', [chosen])).toMatchObject({ role: 'warmUp' });
    expect(course('heelTool', 15, 'strength', [{ ...chosen, takenBack: true }])).toMatchObject({
      role: 'accessory',
    });
    expect(course('heelTool', 0, 'strength')).toBeNull();
  });

  it('so little that the method leaves it stays whatever the purpose', () => {
    expect(course('heelTool', 5, 'barbell')).toMatchObject({ kind: 'tool', isFree: true });
  });
});
