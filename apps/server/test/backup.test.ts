import { spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backUp, keepDated, restore } from '../src/backup.ts';
import { newestIn, openDatabase } from '../src/db/open.ts';
import { importPractice, practiceLines } from '../src/practiceFile.ts';
import { makePractice } from '../src/plugins/practice.ts';
import { bench, id, MIGRATIONS, newClient, newTrial, setupValues, type Bench } from './support.ts';

const ROOT = join(__dirname, '../../..');
const NEWEST = newestIn(MIGRATIONS);
const AT = '2026-01-05T09:00:00.000Z';
const folder = () => mkdtempSync(join(tmpdir(), 'plumb-backup-'));

/** A practice with a client, a changed setup, trials, a move and a method. */
async function practice(file: string): Promise<{ b: Bench; clientId: string }> {
  const b = await bench(file);
  const [one, two] = [newClient(), newClient()];
  await b.send(one);
  await b.send(two);
  const clientId = one.rowId;
  const trial = newTrial(clientId);
  await b.send(trial);
  const setup = {
    kind: 'setup.put',
    operationId: id(),
    rowId: id(),
    baseVersion: 0,
    clientId,
    values: setupValues(),
  };
  await b.send(setup);
  await b.send({ ...setup, operationId: id(), baseVersion: 1 });
  await b.send({
    kind: 'entries.move',
    operationId: id(),
    rowId: id(),
    baseVersion: 0,
    clientId,
    values: {
      on: '2026-01-05',
      why: 'Mistaken',
      entries: [{ entity: 'trial', id: trial.rowId }],
      to: { kind: 'client', clientId: two.rowId },
    },
  });
  return { b, clientId };
}

const close = async ({ app, db }: Bench) => {
  await app.close();
  db.close();
};

describe('a backup', () => {
  it('is made while others write, proved, and put back whole; what was there is kept beside it', async () => {
    const dir = folder();
    const file = join(dir, 'own.sqlite');
    const { b, clientId } = await practice(file);
    const before = (await b.get(`/api/clients/${clientId}/record`)).body;
    const { cursor } = (await b.get(`/api/clients/${clientId}/record?since=0`)).body;
    const copy = join(dir, 'copies/copy.sqlite');
    const copying = backUp(b.db, copy);
    for (let n = 0; n < 30; n += 1) await b.send(newTrial(clientId));
    await copying;
    expect(readdirSync(join(dir, 'copies'))).toEqual(['copy.sqlite']);
    await close(b);

    const kept = await restore(copy, file, AT, NEWEST);
    expect(existsSync(kept!)).toBe(true);
    const after = await bench(file);
    const record = (await after.get(`/api/clients/${clientId}/record`)).body;
    expect(record.setups).toEqual(before.setups);
    expect(record.moves).toEqual(before.moves);
    // A device that stands where the database was is told everything anew.
    const told = (await after.get(`/api/clients/${clientId}/record?since=${cursor}`)).body;
    expect(told.isWhole).toBe(true);
    await close(after);
    // And forward again, from what was kept.
    await restore(kept!, file, `${AT}2`, NEWEST);
    const again = await bench(file);
    expect((await again.get(`/api/clients/${clientId}`)).body.trials).toHaveLength(30);
    await close(again);
  });

  it('under a running server is seen by it at once', async () => {
    const dir = folder();
    const file = join(dir, 'own.sqlite');
    const { b, clientId } = await practice(file);
    await backUp(b.db, join(dir, 'copy.sqlite'));
    await b.send(newTrial(clientId));
    expect((await b.get(`/api/clients/${clientId}`)).body.trials).toHaveLength(1);
    await restore(join(dir, 'copy.sqlite'), file, AT, NEWEST);
    expect((await b.get(`/api/clients/${clientId}`)).body.trials).toHaveLength(0);
    expect((await b.send(newTrial(clientId))).status).toBe(200);
    await close(b);
  });

  it('that is cut off, of another program, or not there is refused, and nothing is touched', async () => {
    const dir = folder();
    const file = join(dir, 'own.sqlite');
    const { b } = await practice(file);
    const copy = join(dir, 'copy.sqlite');
    await backUp(b.db, copy);
    await close(b);
    const before = readFileSync(file);
    truncateSync(copy, 3 * 4096);
    await expect(restore(copy, file, AT, NEWEST)).rejects.toThrow(/damaged|not a database/);
    writeFileSync(join(dir, 'text'), 'Dear diary, '.repeat(500));
    await expect(restore(join(dir, 'text'), file, AT, NEWEST)).rejects.toThrow(/not a database/);
    await expect(restore(join(dir, 'gone'), file, AT, NEWEST)).rejects.toThrow(/is not there/);
    expect(readFileSync(file).equals(before)).toBe(true);
    expect(readdirSync(dir).filter((f) => f.includes('before-restore'))).toEqual([]);
  });

  it('is kept for each day, and the oldest make room', async () => {
    const dir = folder();
    const { b } = await practice(join(dir, 'own.sqlite'));
    for (let day = 1; day <= 6; day += 1)
      expect(await keepDated(b.db, join(dir, 'backups'), `2026-01-0${day}`, 4)).not.toBeNull();
    expect(await keepDated(b.db, join(dir, 'backups'), '2026-01-06', 4)).toBeNull();
    expect(readdirSync(join(dir, 'backups'))).toEqual(
      [3, 4, 5, 6].map((day) => `zither-plumb-2026-01-0${day}.sqlite`),
    );
    await close(b);
  });
});

describe('a whole practice as lines of JSON', () => {
  const lines = (b: Bench) => [...practiceLines(b.db, 'cairnfold')];
  const empty = () => {
    const db = openDatabase(':memory:', MIGRATIONS);
    makePractice(db, AT);
    return db;
  };

  it('goes out and into an empty database without loss', async () => {
    const { b, clientId } = await practice(':memory:');
    const out = lines(b);
    const db = empty();
    expect(importPractice(db, 'cairnfold', out)).toBeGreaterThan(4);
    expect([...practiceLines(db, 'cairnfold')]).toEqual(out);
    const other = await bench();
    expect(() => importPractice(b.db, 'cairnfold', out)).toThrow(/only taken into an empty/);
    importPractice(other.db, 'cairnfold', out);
    for (const url of [`/api/clients/${clientId}/record`, '/api/clients'])
      expect((await other.get(url)).body).toEqual((await b.get(url)).body);
    await close(other);
    await close(b);
  });

  it('is refused with the line, and taken not at all, where it is cut or cannot be read', async () => {
    const { b } = await practice(':memory:');
    const out = lines(b);
    const db = empty();
    const take = (changed: string[]) => () => importPractice(db, 'cairnfold', changed);
    expect(take(out.slice(0, -1))).toThrow(/last line is missing/);
    expect(take([...out.slice(0, -2), out.at(-1)!])).toThrow(/lines were written and/);
    expect(take([out[0]!, out[1]!.slice(0, 40)])).toThrow(/^Line 2: is not JSON/);
    expect(take(out.slice(1))).toThrow(/^Line 1: the first line/);
    const strange = JSON.parse(out[1]!) as { row: { values: { massKg: unknown } } };
    strange.row.values.massKg = 'heavy';
    expect(take([out[0]!, JSON.stringify(strange), ...out.slice(2)])).toThrow(
      /^Line 2: massKg must be a number/,
    );
    expect(db.prepare('SELECT count(*) FROM document').pluck().get()).toBe(0);
    await close(b);
  });

  it('and all four commands work from a shell', async () => {
    const dir = folder();
    const file = join(dir, 'own.sqlite');
    const { b, clientId } = await practice(file);
    const before = (await b.get(`/api/clients/${clientId}/record`)).body;
    await close(b);
    const run = (database: string, ...args: string[]) =>
      spawnSync('node', ['--import', 'tsx', 'apps/server/src/admin.ts', ...args], {
        cwd: ROOT,
        encoding: 'utf8',
        env: { ...process.env, DATABASE_FILE: database, INIT_CWD: dir },
      });
    expect(run(file, 'backup', 'a.sqlite')).toMatchObject({ status: 0, stderr: '' });
    expect(run(file, 'export', 'a.jsonl')).toMatchObject({ status: 0, stderr: '' });
    const other = join(dir, 'other.sqlite');
    expect(run(other, 'import', 'a.jsonl').stdout).toMatch(/rows taken in/);
    expect(run(other, 'import', 'a.jsonl')).toMatchObject({ status: 1 });
    expect(run(other, 'restore', 'a.sqlite').stdout).toMatch(/^Restored from a\.sqlite\. What was/);
    expect(run(other, 'restore', 'nothing.sqlite').stderr).toMatch(/is not there/);
    expect(run(other, 'dance').status).toBe(2);
    const after = await bench(other);
    expect((await after.get(`/api/clients/${clientId}/record`)).body).toEqual(before);
    await close(after);
  }, 60_000);
});
