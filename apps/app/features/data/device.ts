import type { CaptureRow, ClientLine, KeptRow } from '@zither/contract';
import { asWrittenNow } from '@zither/contract/row';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { BUILD, isOwn } from './build.ts';
import type { Held } from './queue.ts';
import { reading } from './reading.ts';

/** What this device holds of a client, or of the practice (`of` = PRACTICE). */
export interface KeptFeed {
  of: string;
  cursor: string;
  /** When it was looked at last, ms; the longest unseen make room first. */
  lookedAt: number;
  /** The build it was told to: an older one was told less. */
  by?: string;
}

/** What cannot be read by this version: kept as it is until the coach has dealt with it. */
export interface Unreadable {
  seq: number;
  raw: unknown;
}

export interface Line {
  items: Held[];
  unreadable: Unreadable[];
}

export interface Draft {
  key: string;
  value: unknown;
  /** When it was last changed, ms. */
  at: number;
}

export const PRACTICE = 'practice';

/** Where a device keeps what was entered and what it has seen. Every promise resolves only once the disk has it. */
export interface Device {
  /** Reads the line, changes it and keeps it in one transaction that no other tab can come between. */
  updateLine: (change: (items: Held[]) => Held[]) => Promise<Line>;
  /** Adds changes as another version kept them. */
  addRaw: (raw: readonly object[]) => Promise<void>;
  dropUnreadable: (seq: number) => Promise<Line>;
  /** Rows of a client or of the practice with the cursor they stand at; null when it holds none. */
  readFeed: (of: string) => Promise<{ feed: KeptFeed; rows: KeptRow[] } | null>;
  /** Keeps changed rows; `isWhole`: in place of all it holds. */
  keepFeed: (
    feed: KeptFeed,
    rows: readonly KeptRow[],
    goneIds: readonly string[],
    isWhole: boolean,
  ) => Promise<void>;
  feeds: () => Promise<KeptFeed[]>;
  dropFeed: (of: string) => Promise<void>;
  readLines: () => Promise<ClientLine[] | null>;
  keepLines: (lines: readonly ClientLine[]) => Promise<void>;
  drafts: () => Promise<Draft[]>;
  keepDraft: (draft: Draft) => Promise<void>;
  dropDraft: (key: string) => Promise<void>;
  readCapture: (id: string) => Promise<CaptureRow | null>;
  keepCapture: (capture: CaptureRow, at: number) => Promise<void>;
}

type StoredHeld = Omit<Held, 'seq'> & { seq?: number };

interface Stores extends DBSchema {
  operations: { key: number; value: unknown };
  rows: {
    key: [string, string, string];
    value: { of: string; entity: string; id: string; row: unknown; by?: string };
  };
  feeds: { key: string; value: KeptFeed };
  lists: { key: string; value: { key: string; lines: unknown; by?: string } };
  drafts: { key: string; value: Draft };
  captures: { key: string; value: { id: string; at: number; capture: unknown } };
}

type ReadHeld = (raw: unknown) => Held | null;

/** How many captures keep their landmarks on the device for use without network. */
const CAPTURES_MOST = 30;

/** Reads each kept change by itself: one that cannot be read holds up no other, and is not touched. */
function readLine(
  stored: readonly unknown[],
  known: Map<number, { text: string; held: Held }>,
  read: ReadHeld,
): Line {
  const items: Held[] = [];
  const unreadable: Unreadable[] = [];
  for (const raw of stored) {
    const { seq } = raw as { seq: number };
    // Reading a capture takes a while; what has not changed since is not read again.
    const text = JSON.stringify(raw);
    const before = known.get(seq);
    if (before?.text === text) {
      items.push(before.held);
      continue;
    }
    const held = read(asWrittenNow(raw));
    if (held) {
      known.set(seq, { text, held });
      items.push(held);
    } else unreadable.push({ seq, raw });
  }
  return { items, unreadable };
}

const NAME = 'zither-plumb';
const VERSION = 1;

/**
 * Opens this device's database.
 *
 * @param onLost another version of the app needs the database, or the browser took it away: what follows is not kept
 * @throws when the browser gives none, as in some private windows
 */
export async function openDevice(onLost: () => void): Promise<Device> {
  const db: IDBPDatabase<Stores> = await openDB<Stores>(NAME, VERSION, {
    upgrade(own) {
      own.createObjectStore('operations', { keyPath: 'seq', autoIncrement: true });
      own.createObjectStore('rows', { keyPath: ['of', 'entity', 'id'] });
      own.createObjectStore('feeds', { keyPath: 'of' });
      own.createObjectStore('lists', { keyPath: 'key' });
      own.createObjectStore('drafts', { keyPath: 'key' });
      own.createObjectStore('captures', { keyPath: 'id' });
    },
    blocking: () => {
      db.close();
      onLost();
    },
    terminated: onLost,
  });
  const known = new Map<number, { text: string; held: Held }>();
  let read: ReadHeld | null = null;
  // Nothing waits most of the time, and then nothing is needed to read it.
  const learn = async () => (read ??= (await import('./heldSchema.ts')).readHeld);
  const rowsOf = (of: string) => IDBKeyRange.bound([of], [of, []]);
  const updateLine: Device['updateLine'] = async (change) => {
    const tx = db.transaction('operations', 'readwrite', { durability: 'strict' });
    const stored = await tx.store.getAll();
    if (stored.length > 0 && !read) {
      // A transaction that waits for anything but the disk is over: begun again once the line can be read.
      await tx.done;
      await learn();
      return updateLine(change);
    }
    const before = readLine(stored, known, read ?? (() => null));
    const after = change(before.items);
    const left = new Set(after.map((i) => i.seq));
    const items: Held[] = [];
    const writes: Promise<unknown>[] = [];
    for (const item of after) {
      const { seq, ...rest } = item;
      if (seq < 0) {
        const stored: StoredHeld = rest;
        const added = tx.store.add(stored);
        writes.push(added);
        items.push({ ...item, seq: await added });
      } else {
        if (!before.items.includes(item)) writes.push(tx.store.put(item));
        items.push(item);
      }
    }
    for (const { seq } of before.items) if (!left.has(seq)) writes.push(tx.store.delete(seq));
    await Promise.all([...writes, tx.done]);
    return { ...before, items };
  };
  return {
    updateLine,

    async addRaw(raw) {
      const tx = db.transaction('operations', 'readwrite', { durability: 'strict' });
      await Promise.all([...raw.map((r) => tx.store.add(r)), tx.done]);
    },

    async dropUnreadable(seq) {
      const tx = db.transaction('operations', 'readwrite', { durability: 'strict' });
      await Promise.all([tx.store.delete(seq), tx.done]);
      return readLine(await db.getAll('operations'), known, await learn());
    },

    async readFeed(of) {
      const feed = await db.get('feeds', of);
      if (!feed) return null;
      const stored = await db.getAll('rows', rowsOf(of));
      const rows: KeptRow[] = [];
      for (const one of stored) {
        const { entity, row } = one;
        const kept = isOwn(one)
          ? ({ entity, row } as KeptRow)
          : (await reading()).keptRowSchema.safeParse(asWrittenNow({ entity, row })).data;
        // A copy that this version cannot read is fetched anew, not guessed at.
        if (!kept) return null;
        rows.push(kept);
      }
      return { feed, rows };
    },

    async keepFeed(feed, rows, goneIds, isWhole) {
      const tx = db.transaction(['rows', 'feeds'], 'readwrite', { durability: 'relaxed' });
      const store = tx.objectStore('rows');
      if (isWhole) await store.delete(rowsOf(feed.of));
      const writes: Promise<unknown>[] = rows.map(({ entity, row }) =>
        store.put({ of: feed.of, entity, id: row.id, row, by: BUILD }),
      );
      if (goneIds.length > 0) {
        const gone = new Set(goneIds);
        for (const key of await store.getAllKeys(rowsOf(feed.of)))
          if (gone.has(key[2])) writes.push(store.delete(key));
      }
      writes.push(tx.objectStore('feeds').put(feed));
      await Promise.all([...writes, tx.done]);
    },

    feeds: () => db.getAll('feeds'),

    async dropFeed(of) {
      const tx = db.transaction(['rows', 'feeds'], 'readwrite');
      await Promise.all([
        tx.objectStore('rows').delete(rowsOf(of)),
        tx.objectStore('feeds').delete(of),
        tx.done,
      ]);
    },

    async readLines() {
      const kept = await db.get('lists', 'clients');
      if (!kept) return null;
      if (isOwn(kept)) return kept.lines as ClientLine[];
      return (await reading()).clientLineSchema.array().safeParse(kept.lines).data ?? null;
    },

    async keepLines(lines) {
      await db.put('lists', { key: 'clients', lines, by: BUILD });
    },

    drafts: () => db.getAll('drafts'),

    async keepDraft(draft) {
      const tx = db.transaction('drafts', 'readwrite', { durability: 'strict' });
      await Promise.all([tx.store.put(draft), tx.done]);
    },

    async dropDraft(key) {
      const tx = db.transaction('drafts', 'readwrite', { durability: 'strict' });
      await Promise.all([tx.store.delete(key), tx.done]);
    },

    async readCapture(id) {
      const kept = await db.get('captures', id);
      if (!kept) return null;
      const { captureSchema } = await reading();
      return captureSchema.safeParse(asWrittenNow(kept.capture)).data ?? null;
    },

    async keepCapture(capture, at) {
      const tx = db.transaction('captures', 'readwrite');
      const all = await tx.store.getAll();
      const old = all.sort((a, b) => b.at - a.at).slice(CAPTURES_MOST - 1);
      await Promise.all([
        ...old.map((c) => tx.store.delete(c.id)),
        tx.store.put({ id: capture.id, at, capture }),
        tx.done,
      ]);
    },
  };
}

/** A device that keeps nothing: everything is on this page alone. */
export function noDevice(): Device {
  const nothing = async () => undefined;
  const refuse = async (): Promise<never> => {
    throw new DOMException('This browser gives no storage.', 'InvalidStateError');
  };
  return {
    updateLine: refuse,
    addRaw: refuse,
    dropUnreadable: refuse,
    readFeed: async () => null,
    keepFeed: nothing,
    feeds: async () => [],
    dropFeed: nothing,
    readLines: async () => null,
    keepLines: nothing,
    drafts: async () => [],
    keepDraft: nothing,
    dropDraft: nothing,
    readCapture: async () => null,
    keepCapture: nothing,
  };
}
