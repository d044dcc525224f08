import fc from 'fast-check';
import { z } from 'zod';
import {
  importSchema,
  KINDS,
  operationSchema,
  problemSchema,
  PUT_KINDS,
  recordSchema,
  SCHEMAS,
} from '@zither/contract';
import { openDatabase } from '../src/db/open.ts';
import { buildApp } from '../src/app.ts';
import { clientValues, MIGRATIONS, setupValues, trialValues } from './support.ts';

/** `npm run fuzz` asks for 20,000. */
const REQUESTS = Number(process.env['REQUESTS'] ?? 2000);

/** A few ids, so that operations meet each other's rows. */
const POOL = Array.from({ length: 8 }, (_, i) => `${i}1111111-1111-4111-8111-111111111111`);
const poolId = fc.constantFrom(...POOL);
const day = fc.constantFrom('2026-01-04', '2026-01-05', '2026-01-06', '9999-12-31', '0000-01-01');
const moment = fc.constantFrom('2026-01-05T09:00:00.000Z', '1970-01-01T00:00:00.000Z');
const text = fc.oneof(
  fc.constantFrom('', ' ', 'Orla Venn', '\u0000', '\ud800', 'x'.repeat(3000), '__proto__', '‮'),
  fc.string({ unit: 'binary', maxLength: 12 }),
);
const number = fc.oneof(
  fc.integer({ min: -5, max: 500 }),
  fc.double(),
  fc.constantFrom(1e308, -0, Number.MAX_SAFE_INTEGER),
);
const junk: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom(null, true, false, [], {}, [[]], [null], { a: { a: { a: {} } } }),
  text,
  number,
  poolId,
  day,
);

type Json = Record<string, any>;

const within = (least: number, most: number): fc.Arbitrary<number> =>
  Math.floor(most) >= Math.ceil(least)
    ? fc.integer({ min: Math.max(Math.ceil(least), -1e6), max: Math.min(Math.floor(most), 1e6) })
    : fc.constant(least);
const encoded = text.map((t) => {
  try {
    return encodeURIComponent(t);
  } catch {
    return '';
  }
});

/** Values that a JSON schema describes, most of them. */
function valuesOf(schema: Json, depth = 0): fc.Arbitrary<unknown> {
  if (depth > 8) return junk;
  const inner = (s: Json) => valuesOf(s, depth + 1);
  if ('const' in schema) return fc.constant(schema['const']);
  if (schema['enum']) return fc.constantFrom(...schema['enum']);
  const forms: Json[] | undefined = schema['anyOf'] ?? schema['oneOf'];
  if (forms) return fc.oneof(...forms.map(inner));
  switch (schema['type']) {
    case 'object': {
      const known = Object.entries((schema['properties'] ?? {}) as Json);
      if (known.length === 0)
        return fc.dictionary(fc.constantFrom('a', 'thigh', 'hip'), junk, { maxKeys: 2 });
      return fc.record(Object.fromEntries(known.map(([key, s]) => [key, inner(s)])), {
        requiredKeys: schema['required'] ?? [],
      });
    }
    case 'array':
      return fc.array(inner(schema['items'] ?? {}), {
        minLength: Math.min(schema['minItems'] ?? 0, 2),
        maxLength: 2,
      });
    case 'string':
      if (schema['format'] === 'uuid') return poolId;
      if (schema['format'] === 'date') return day;
      if (schema['format'] === 'date-time') return moment;
      return schema['pattern'] ? fc.constantFrom('', 'AAAA') : text;
    case 'integer':
    case 'number':
      return fc.oneof(within(schema['minimum'] ?? 0, schema['maximum'] ?? 1000), number);
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    default:
      return junk;
  }
}

const schemaOf = (schema: z.ZodType): Json =>
  z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input', reused: 'inline' }) as Json;

/** The same with something else at one place. */
const mutated = (from: fc.Arbitrary<unknown>): fc.Arbitrary<unknown> =>
  fc
    .tuple(from, fc.infiniteStream(fc.nat()), junk, fc.nat(3))
    .map(([value, stream, other, how]) => {
      const copy = JSON.parse(JSON.stringify(value ?? null)) as unknown;
      const turn = (node: unknown): unknown => {
        if (typeof node !== 'object' || node === null) return other;
        const keys = Object.keys(node);
        const { value: n } = stream.next();
        const key = keys[n % Math.max(keys.length, 1)];
        if (key === undefined || n % 5 === 0) {
          if (how === 0 && !Array.isArray(node)) return { ...node, ['surplus']: other };
          return other;
        }
        if (Array.isArray(node)) return node.map((v, i) => (String(i) === key ? turn(v) : v));
        const { [key]: old, ...rest } = node as Json;
        return how === 1 && n % 2 === 0 ? rest : { ...rest, [key]: turn(old) };
      };
      return turn(copy);
    });

/** Operations that are right but for their ids, versions and days: they meet in the same few rows. */
const meeting: fc.Arbitrary<unknown> = fc
  .record({
    operationId: fc.oneof(poolId, fc.uuid({ version: 4 })),
    rowId: poolId,
    clientId: poolId,
    baseVersion: fc.nat(3),
    day,
  })
  .chain(({ day: on, clientId, ...base }) =>
    fc.constantFrom(
      { ...base, kind: 'client.put', values: clientValues() },
      { ...base, kind: 'client.archive', archived: true },
      { ...base, clientId, kind: 'session.visit', day: on, at: 'set' },
      { ...base, clientId, kind: 'trial.put', values: trialValues({ takenOn: on }) },
      { ...base, clientId, kind: 'setup.put', values: setupValues() },
      { ...base, clientId, kind: 'capture.discard', discarded: true },
      { ...base, clientId, kind: 'lock.takeBack', takenBack: true },
      {
        ...base,
        clientId,
        kind: 'entries.move',
        values: {
          on,
          why: 'Mistaken',
          entries: [{ entity: 'trial', id: POOL[0] }],
          to: { kind: 'client', clientId: POOL[1] },
        },
      },
    ),
  );

const operation = fc.oneof(
  { weight: 8, arbitrary: meeting },
  { weight: 2, arbitrary: valuesOf(schemaOf(operationSchema)) },
  ...PUT_KINDS.map((kind) => ({
    weight: 1,
    arbitrary: fc.record({
      operationId: fc.uuid({ version: 4 }),
      rowId: poolId,
      baseVersion: fc.nat(2),
      kind: fc.constant(KINDS[kind].put),
      ...(KINDS[kind].of === 'client' && kind !== 'client' ? { clientId: poolId } : {}),
      values: valuesOf(schemaOf(SCHEMAS[kind].values)),
    }),
  })),
);

const address = fc.oneof(
  poolId,
  fc.constantFrom('%00', '..', '%2e%2e', 'seven', 'A'.repeat(300), ' ', '%ZZ', '../..'),
  encoded,
);
const query = fc.oneof(
  fc.constantFrom(
    '',
    '?since=0',
    '?since=0&wait=0',
    '?since=x',
    '?wait=-1',
    '?on=2026-01-05',
    '?on=9',
    '?since=0&since=0',
    '?a[]=1',
  ),
  encoded.map((t) => `?since=${t}`),
);

interface Asked {
  method: 'GET' | 'POST' | 'PUT' | 'HEAD' | 'DELETE' | 'OPTIONS';
  url: string;
  payload?: string;
  headers: Record<string, string>;
}
const asJson = (value: unknown): string => JSON.stringify(value) ?? 'undefined';

const request: fc.Arbitrary<Asked> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.oneof(operation, mutated(operation)).map((body) => ({
      method: 'POST' as const,
      url: '/api/operations',
      payload: asJson(body),
      headers: { 'content-type': 'application/json' },
    })),
  },
  {
    weight: 1,
    arbitrary: fc
      .tuple(
        poolId,
        fc.oneof(valuesOf(schemaOf(importSchema)), mutated(valuesOf(schemaOf(importSchema)))),
      )
      .map(([client, body]) => ({
        method: 'POST' as const,
        url: `/api/clients/${client}/captures`,
        payload: asJson(body),
        headers: { 'content-type': 'application/json' },
      })),
  },
  {
    weight: 1,
    arbitrary: fc
      .oneof(valuesOf(schemaOf(recordSchema)), mutated(valuesOf(schemaOf(recordSchema))))
      .map((body) => ({
        method: 'POST' as const,
        url: '/api/records',
        payload: asJson(body),
        headers: { 'content-type': 'application/json' },
      })),
  },
  {
    weight: 3,
    arbitrary: fc
      .tuple(
        fc.constantFrom('GET', 'HEAD', 'PUT', 'POST', 'DELETE', 'OPTIONS'),
        fc.constantFrom(
          (a: string) => `/api/clients/${a}`,
          (a: string) => `/api/clients/${a}/record`,
          (a: string) => `/api/clients/${a}/answer`,
          (a: string) => `/api/captures/${a}`,
          () => '/api/clients',
          () => '/api/shelf',
          () => '/api/health',
          (a: string) => `/${a}`,
          (a: string) => `/api/${a}`,
        ),
        address,
        query,
        fc.constantFrom(
          {},
          { 'content-type': 'text/csv' },
          { 'content-type': 'application/json' },
          { range: 'bytes=9-' },
          { 'if-none-match': '"x"' },
        ),
        fc.constantFrom(undefined, '', '{', '[]', '"', 'null'),
      )
      .map(([method, at, id, asked, headers, payload]) => ({
        method: method as Asked['method'],
        url: at(id) + asked,
        headers: headers as Record<string, string>,
        ...(payload === undefined || method === 'GET' || method === 'HEAD' ? {} : { payload }),
      })),
  },
);

it(`answers ${REQUESTS} requests made at random below 500, and every refusal in the one shape`, async () => {
  const db = openDatabase(':memory:', MIGRATIONS);
  const app = await buildApp({ db, staticFolder: null, now: () => '2026-01-05T09:00:00.000Z' });
  const met = new Map<number, number>();
  try {
    await fc.assert(
      fc.asyncProperty(request, async (asked) => {
        const answer = await app.inject(asked);
        met.set(answer.statusCode, (met.get(answer.statusCode) ?? 0) + 1);
        const about = `${asked.method} ${asked.url} ${asked.payload ?? ''}\n${answer.body}`;
        if (answer.statusCode >= 500) throw new Error(about);
        if (answer.statusCode < 400 || asked.method === 'HEAD') return;
        const { message } = problemSchema.loose().parse(answer.json()) as { message: string };
        if (
          !/\.$/.test(message) ||
          /Invalid (input|option|string)|expected .* received/.test(message)
        )
          throw new Error(about);
      }),
      { numRuns: REQUESTS, seed: 20260105, endOnFailure: true },
    );
    // Not only refusals: rows were made, met and changed.
    for (const status of [200, 400, 404, 409])
      expect([status, (met.get(status) ?? 0) > 2]).toEqual([status, true]);
  } finally {
    await app.close();
    db.close();
  }
}, 1_200_000);
