import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../src/db/open.ts';
import { bench, MIGRATIONS, type Bench } from './support.ts';

describe('serving the app', () => {
  let b: Bench;
  beforeAll(async () => {
    const folder = mkdtempSync(join(tmpdir(), 'app-'));
    mkdirSync(join(folder, '_expo/static/js'), { recursive: true });
    writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Plumb</title>');
    writeFileSync(join(folder, '_expo/static/js/entry-abc.js'), 'let a=1;');
    b = await bench(':memory:', folder);
  });
  afterAll(async () => {
    await b.app.close();
    b.db.close();
  });

  it('gives the page for app addresses and asks for it anew each time', async () => {
    for (const url of ['/', '/clients', '/clients/some-id/setup?side=left']) {
      const answer = await b.get(url);
      expect(answer.status).toBe(200);
      expect(answer.body).toContain('Plumb');
      expect(answer.headers['cache-control']).toBe('no-cache');
    }
  });

  it('answers a question for the headers alone as it answers the page', async () => {
    const answer = await b.app.inject({ method: 'HEAD', url: '/clients' });
    expect(answer.statusCode).toBe(200);
    expect(answer.headers['cache-control']).toBe('no-cache');
  });

  it('lets hashed files be kept for a year', async () => {
    const answer = await b.get('/_expo/static/js/entry-abc.js');
    expect(answer.headers['cache-control']).toContain('immutable');
  });

  it('does not answer a missing file or API address with the page', async () => {
    expect((await b.get('/missing.js')).status).toBe(404);
    expect((await b.get('/api/missing')).status).toBe(404);
  });

  it('sends a strict content security policy', async () => {
    const policy = String((await b.get('/')).headers['content-security-policy']);
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toContain('unsafe-eval');
  });

  it('reports health with the schema number', async () => {
    expect((await b.get('/api/health')).body).toEqual({ ok: true, schema: 14 });
  });
});

describe('migrations', () => {
  it('run once each and make STRICT tables that all carry their practice', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'plumb-')), 'm.sqlite');
    openDatabase(file, MIGRATIONS).close();
    const db = openDatabase(file, MIGRATIONS);
    const tables = db
      .prepare<[], { name: string; strict: number }>(
        "SELECT name, strict FROM pragma_table_list WHERE schema = 'main' AND name NOT LIKE 'sqlite_%'",
      )
      .all();
    expect(tables.length).toBe(5);
    for (const table of tables) {
      expect(table.strict).toBe(1);
      if (table.name === 'practice') continue;
      const columns = db
        .prepare(`SELECT name FROM pragma_table_info('${table.name}')`)
        .pluck()
        .all();
      expect(columns).toContain('practice_id');
    }
    expect(() =>
      db.prepare("INSERT INTO practice (id, name, created_at) VALUES (1, NULL, 'x')").run(),
    ).toThrow();
    db.close();
  });
});
