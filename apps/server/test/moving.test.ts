import { PLAIN_LOOK } from '@zither/contract';
import { bench, clientValues, id, newClient, type Bench } from './support.ts';

const now = '2026-01-05T08:00:00.000Z';
const trialOf = (clientId: string, rowId: string, value: number, side: string | null = 'left') => ({
  kind: 'trial.put',
  operationId: id(),
  rowId,
  baseVersion: 0,
  clientId,
  saidAt: now,
  saidBy: 'CH',
  values: {
    takenOn: '2026-01-05',
    // Each later than the one before, so that they have an order.
    takenAt: `2026-01-05T08:00:${String(value % 60).padStart(2, '0')}.000Z`,
    measure: side === null ? 'stanceWidth' : 'kneeToWall',
    side,
    value,
    instrument: 'byHand',
    kneeGapMm: null,
    pinch: false,
    struck: null,
  },
});
const move = (clientId: string, to: object, entries: object[], change: object = {}) => ({
  kind: 'entries.move',
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  clientId,
  saidAt: '2026-01-05T08:30:00.000Z',
  saidBy: 'MK',
  values: { on: '2026-01-05', why: 'Wrong client open', to, entries },
  ...change,
});

const captureValues = {
  takenOn: '2026-01-05',
  takenAt: now,
  view: 'side',
  condition: 'trial',
  asks: PLAIN_LOOK,
  discarded: false,
  facing: 'left',
  scale: 'none',
  source: 'file',
  name: 'a.csv',
  report: {
    reps: [],
    findings: [],
    leanBudget: null,
    quality: { rateHz: 60, seen: 1, bridged: 0, consistency: 'tooFew', notes: [], notJudged: [] },
  },
  subject: null,
  series: { startS: 0, timesBase64: '', tracks: {} },
};
const setupTrialValues = (captureIds: string[]) => ({
  takenOn: '2026-01-05',
  takenAt: now,
  setup: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'bodyweight',
    loadKg: 0,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  thighDepthDeg: 6,
  profile: 'balanced',
  why: 'own',
  chance: null,
  depthDeg: 6,
  heelRose: { left: true, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  comfort: 4,
  pain: false,
  captureIds,
  undone: false,
});

describe('entries on the wrong client or side', () => {
  let house: Bench;
  let [wrong, right] = ['', ''];
  beforeEach(async () => {
    house = await bench();
    const make = async (name: string) => {
      const operation = newClient({ values: clientValues({ name }) });
      expect((await house.send(operation)).status).toBe(200);
      return (operation as unknown as { rowId: string }).rowId;
    };
    [wrong, right] = [await make('Orla Venn'), await make('Brin Ostmoor')];
  });
  afterEach(() => house.app.close());

  const dossier = async (client: string) => (await house.get(`/api/clients/${client}`)).body;

  it('are moved as they were said; both records say who moved them and why; both answers follow', async () => {
    const ids = [id(), id(), id()];
    await house.send(trialOf(wrong, ids[0]!, 80));
    await house.send(trialOf(wrong, ids[1]!, 90, 'right'));
    await house.send(trialOf(wrong, ids[2]!, 400, null));
    const entries = ids.slice(0, 2).map((row) => ({ entity: 'trial', id: row }));
    const asked = move(wrong, { kind: 'client', clientId: right }, entries);
    const done = await house.send(asked);
    expect(done.status).toBe(200);
    expect(done.body.row.change).toEqual({ kind: 'away', clientId: right });
    expect((await dossier(wrong)).trials.map((t: any) => t.id)).toEqual([ids[2]]);
    const there = await dossier(right);
    expect(there.trials.map((t: any) => [t.id, t.value, t.saidAt, t.saidBy, t.version])).toEqual([
      [ids[0], 80, now, 'CH', 2],
      [ids[1], 90, now, 'CH', 2],
    ]);
    for (const [client, change] of [
      [wrong, { kind: 'away', clientId: right }],
      [right, { kind: 'here', clientId: wrong }],
    ] as const)
      expect((await dossier(client)).moves).toMatchObject([
        { change, entries, why: 'Wrong client open', saidBy: 'MK' },
      ]);
    const ankles = async (client: string) =>
      (await house.get(`/api/clients/${client}/answer?on=2026-01-05`)).body.facts.filter(
        (f: any) => f.id === 'dorsiflexion',
      );
    expect(await ankles(wrong)).toEqual([]);
    expect(await ankles(right)).toHaveLength(2);
    // A repeated send changes nothing.
    expect((await house.send(asked)).body).toEqual(done.body);
    expect((await dossier(right)).moves).toHaveLength(1);
  });

  it('take the corrections of a pain along', async () => {
    const pain = id();
    await house.send({
      kind: 'pain.put',
      operationId: id(),
      rowId: pain,
      baseVersion: 0,
      clientId: wrong,
      values: { on: '2026-01-05', movement: 'squat', place: 'knee', level: 9 },
    });
    await house.send({
      kind: 'correction.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId: wrong,
      values: { on: '2026-01-05', of: 'pain', ofId: pain, question: null, why: 'It was a 1' },
    });
    const asked = move(wrong, { kind: 'client', clientId: right }, [{ entity: 'pain', id: pain }]);
    expect((await house.send(asked)).status).toBe(200);
    expect(await dossier(wrong)).toMatchObject({ pains: [], corrections: [] });
    expect(await dossier(right)).toMatchObject({
      pains: [{ id: pain }],
      corrections: [{ ofId: pain }],
    });
  });

  it('moves a pain’s hold with it: the wrong client is free, the right one stops', async () => {
    const pain = id();
    await house.send({
      kind: 'pain.put',
      operationId: id(),
      rowId: pain,
      baseVersion: 0,
      clientId: wrong,
      values: { on: '2026-01-05', movement: 'squat', place: 'knee', level: 9 },
    });
    const state = async (client: string) =>
      (await house.get(`/api/clients/${client}/answer?on=2026-01-05`)).body.state;
    expect(await state(wrong)).toBe('hold');
    await house.send(
      move(wrong, { kind: 'client', clientId: right }, [{ entity: 'pain', id: pain }]),
    );
    expect(await state(wrong)).not.toBe('hold');
    expect(await state(right)).toBe('hold');
  });

  it('changes the side of readings, and back again, saying so each time', async () => {
    const ids = [id(), id()];
    await house.send(trialOf(wrong, ids[0]!, 80));
    await house.send(trialOf(wrong, ids[1]!, 400, null));
    const entries = [{ entity: 'trial', id: ids[0] }];
    const side = async () => (await dossier(wrong)).trials.find((t: any) => t.id === ids[0]).side;
    await house.send(move(wrong, { kind: 'otherSide' }, entries));
    expect(await side()).toBe('right');
    await house.send(move(wrong, { kind: 'otherSide' }, entries));
    expect(await side()).toBe('left');
    expect((await dossier(wrong)).moves).toHaveLength(2);
  });

  it('takes the captures of a setup trial along to another client, never those of a third, and leaves them on the other side', async () => {
    const third = newClient({ values: clientValues({ name: 'Quill Haskamp' }) });
    await house.send(third);
    const capture = async (clientId: string) => {
      const rowId = id();
      const made = await house.send({
        kind: 'capture.put',
        operationId: id(),
        rowId,
        baseVersion: 0,
        clientId,
        values: captureValues,
      });
      expect(made.status).toBe(200);
      return rowId;
    };
    const thirdId = (third as unknown as { rowId: string }).rowId;
    const [own, foreign] = [await capture(wrong), await capture(thirdId)];
    const tried = id();
    const put = await house.send({
      kind: 'setupTrial.put',
      operationId: id(),
      rowId: tried,
      baseVersion: 0,
      clientId: wrong,
      values: setupTrialValues([own, foreign]),
    });
    expect(put.status).toBe(200);
    const entries = [{ entity: 'setupTrial', id: tried }];
    // Named twice it is still exchanged once, and its captures keep what their landmarks say.
    const turned = await house.send(move(wrong, { kind: 'otherSide' }, [...entries, ...entries]));
    expect(turned.body.row.entries).toEqual(entries);
    expect((await dossier(wrong)).setupTrials[0].heelRose).toEqual({ left: false, right: true });
    expect((await dossier(wrong)).captures[0].version).toBe(1);
    expect(
      (await house.send(move(wrong, { kind: 'otherSide' }, turned.body.row.entries))).status,
    ).toBe(200);
    expect((await dossier(wrong)).setupTrials[0].heelRose).toEqual({ left: true, right: false });

    const away = await house.send(move(wrong, { kind: 'client', clientId: right }, entries));
    expect(away.body.row.entries).toEqual([...entries, { entity: 'capture', id: own }]);
    expect((await dossier(right)).captures.map((c: any) => c.id)).toEqual([own]);
    expect((await dossier(thirdId)).captures.map((c: any) => c.id)).toEqual([foreign]);
  });

  it('refuses what is not there, nobody to move to, no reason, and a side where there is none, and changes nothing', async () => {
    const row = id();
    await house.send(trialOf(wrong, row, 80));
    const entries = [{ entity: 'trial', id: row }];
    const tries: [object, number, string][] = [
      [move(right, { kind: 'client', clientId: wrong }, entries), 404, 'values.entries[0].id'],
      [move(wrong, { kind: 'client', clientId: id() }, entries), 404, 'values.to.clientId'],
      [move(wrong, { kind: 'client', clientId: wrong }, entries), 404, 'values.to.clientId'],
      [
        move(wrong, { kind: 'otherSide' }, [{ entity: 'pain', id: row }]),
        400,
        'values.entries[0].entity',
      ],
      [
        move(wrong, { kind: 'otherSide' }, entries, {
          values: { on: '2026-01-05', why: ' ', to: { kind: 'otherSide' }, entries },
        }),
        400,
        'values.why',
      ],
    ];
    for (const [operation, status, path] of tries) {
      const answer = await house.send(operation);
      expect([answer.status, answer.body.path]).toEqual([status, path]);
    }
    expect(await dossier(wrong)).toMatchObject({ trials: [{ id: row, version: 1 }], moves: [] });
  });

  it('goes with a record: the move stands in the copy, about the copied rows', async () => {
    const row = id();
    await house.send(trialOf(wrong, row, 80));
    await house.send(
      move(wrong, { kind: 'client', clientId: right }, [{ entity: 'trial', id: row }]),
    );
    const { body: record } = await house.get(`/api/clients/${right}/record`);
    const kept = await house.app.inject({ method: 'POST', url: '/api/records', payload: record });
    const copy = await dossier(kept.json().clientId);
    expect(copy.moves).toMatchObject([
      {
        change: { kind: 'here', clientId: wrong },
        saidBy: 'MK',
        entries: [{ id: copy.trials[0].id }],
      },
    ]);
    // A record written before moves were kept is read as one without any.
    const { moves: _moves, ...older } = record;
    const again = await house.app.inject({ method: 'POST', url: '/api/records', payload: older });
    expect(again.statusCode).toBe(kept.statusCode);
  });
});
