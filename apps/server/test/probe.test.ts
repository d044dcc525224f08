import type { Feed, LineOf } from '@zither/contract';
import { id, newClient, benchEach } from './support.ts';

const b = benchEach();

const tables = async () =>
  ((await b.get('/api/shelf?since=0')).body as Feed).rows
    .filter((r) => r.entity === 'tableChange')
    .map((r) => r.row as LineOf<'tableChange'>);

const client = async () => {
  const create = newClient();
  await b.send(create);
  return create.rowId;
};

const put = (kind: 'tried.put' | 'decision.put', clientId: string, values: object) => ({
  kind,
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  clientId,
  values,
});

const tried = {
  takenOn: '2026-01-05',
  takenAt: '2026-01-05T09:00:00.000Z',
  test: 'heelsRaised',
  side: null,
  outcome: 'clears',
};

const alone = {
  kind: 'leaveAlone',
  on: '2026-01-05',
  at: '2026-01-05T09:10:00.000Z',
  finding: 'kneeWobble',
  side: 'left',
  because: 'Under 4 mm for three visits, painless.',
};

const change = (changes: object[], extra: object = {}) => ({
  kind: 'tables.change',
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  values: {
    at: '2026-01-05T09:00:00.000Z',
    by: 'CH',
    why: 'We see fewer stiff ankles here.',
    changes,
    ...extra,
  },
});

describe('short tests and conclusions', () => {
  it('come with the dossier, and one taken back stays in it', async () => {
    const clientId = await client();
    const test = put('tried.put', clientId, tried);
    expect((await b.send(test)).body).toMatchObject({
      entity: 'tried',
      row: { outcome: 'clears', undone: false, version: 1 },
    });
    await b.send(put('decision.put', clientId, alone));
    const undo = {
      ...test,
      operationId: id(),
      baseVersion: 1,
      values: { ...tried, undone: true },
    };
    expect((await b.send(undo)).status).toBe(200);
    // A second phone that did not see it being taken back is told.
    expect((await b.send({ ...undo, operationId: id() })).body.code).toBe('rowChanged');
    const { body } = await b.get(`/api/clients/${clientId}`);
    expect(body.tried).toMatchObject([{ test: 'heelsRaised', undone: true, version: 2 }]);
    expect(body.decisions).toMatchObject([{ kind: 'leaveAlone', finding: 'kneeWobble' }]);
  });

  it('are refused with the field when they are no test, no outcome, or pain left alone', async () => {
    const clientId = await client();
    const refused = async (kind: 'tried.put' | 'decision.put', values: object) =>
      (await b.send(put(kind, clientId, values))).body;
    expect(await refused('tried.put', { ...tried, test: 'stare' })).toMatchObject({
      path: 'values.test',
      message: expect.stringContaining('must be a known test') as string,
    });
    expect((await refused('tried.put', { ...tried, outcome: 'fine' })).path).toBe('values.outcome');
    expect((await refused('decision.put', { ...alone, finding: 'pain' })).message).toContain(
      'pain is never left alone',
    );
    expect((await refused('decision.put', { ...alone, because: ' ' })).path).toBe('values.because');
    expect((await b.send(put('tried.put', id(), tried))).body.code).toBe('noSuchClient');
  });
});

describe('the tables of a practice', () => {
  it('are kept as a history that is only added to', async () => {
    const first = change([{ kind: 'prior', cause: 'ankleJoint', to: 0.05 }]);
    expect((await b.send(first)).body).toMatchObject({ entity: 'tableChange', row: { by: 'CH' } });
    await b.send(change([{ kind: 'prior', cause: 'ankleJoint', to: null }], { why: 'Back.' }));
    const changes = await tables();
    expect(changes.map((c: { why: string }) => c.why)).toEqual([
      'We see fewer stiff ankles here.',
      'Back.',
    ]);
    // The same row again is no change of it.
    const again = { ...first, operationId: id(), baseVersion: 1 };
    expect((await b.send(again)).body.code).toBe('rowTaken');
    expect(await tables()).toHaveLength(2);
  });

  it('belong to one practice alone', async () => {
    await b.send(change([{ kind: 'minutes', test: 'lowBox', to: 3 }]));
    b.db.prepare("INSERT INTO practice (id, name, created_at) VALUES ('other', 'Other', '')").run();
    b.db.prepare("UPDATE document SET practice_id = 'other'").run();
    expect(await tables()).toEqual([]);
  });

  it('refuse what is out of range or without a reason', async () => {
    const refused = async (changes: object[], extra: object = {}) =>
      (await b.send(change(changes, extra))).body.path;
    expect(await refused([{ kind: 'prior', cause: 'ankleJoint', to: 1 }])).toBe(
      'values.changes[0].to',
    );
    expect(await refused([{ kind: 'link', finding: 'heelsRise', cause: 'luck', to: 'some' }])).toBe(
      'values.changes[0].cause',
    );
    expect(await refused([])).toBe('values.changes');
    expect(await refused([{ kind: 'minutes', test: 'lowBox', to: 3 }], { why: '' })).toBe(
      'values.why',
    );
  });
});
