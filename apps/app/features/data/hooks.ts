import type {
  CaptureRow,
  CaptureValues,
  ClearanceValues,
  ClientRecord,
  ClientSetupValues,
  ClientValues,
  CorrectionValues,
  DecisionValues,
  Dossier,
  CueChange,
  CountsUseValues,
  CueChangeValues,
  DrillChange,
  DrillChangeValues,
  HomeReportValues,
  JudgementValues,
  LinkValues,
  LoadSetValues,
  LockValues,
  MoveValues,
  Operation,
  EmergencyValues,
  UnitsValues,
  ZoneValues,
  PainValues,
  RackValues,
  StopValues,
  PrescriptionValues,
  SchoolChoiceValues,
  Schools,
  SchoolValues,
  ScreeningValues,
  SetupTrialValues,
  Stage,
  TableChangeRow,
  TableChangeValues,
  TrialValues,
  TriedValues,
} from '@zither/contract';
import { valuesIn } from '@zither/contract/row';
import { NOT_YET } from '@zither/visit/record';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { v4 as uuid, v5 as uuidOf } from 'uuid';
import { call } from './call.ts';
import { PRACTICE } from './device.ts';
import { draftsActions } from './drafts.ts';
import { openList, syncList } from './list.ts';
import { pendingOperations } from './outbox.ts';
import { addedPending, overlay, overlayList, schoolsWithPending } from './overlay.ts';
import { reading } from './reading.ts';
import { cuesKept, dossierKept, drillsKept, schoolsKept, tablesKept } from './rows.ts';
import { keepCapture, momentNow, submit } from './send.ts';
import { useAppDispatch, useAppSelector, useAppStore } from './store.ts';
import { follow, sync } from './sync.ts';

/** A fresh identifier, made on this device. */
export const newId = (): string => uuid();

/** The same id for one client and day on every device, so that two that open a session open one. */
const sessionIdOf = (clientId: string, day: string): string => uuidOf(day, clientId);

/** What every id looks like. */
const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** The list is asked for again this often while it is looked at, ms. */
const LIST_MS = 30_000;

/** The client list as the coach left it, sent or not. */
export function useClientList() {
  const dispatch = useAppDispatch();
  const lines = useAppSelector((s) => s.rows.lines);
  const isError = useAppSelector((s) => s.rows.unreachable['lines'] === true);
  const isOpen = useAppSelector((s) => s.rows.isOpen);
  const pending = useAppSelector(pendingOperations);
  const refetch = useCallback(() => void dispatch(syncList()), [dispatch]);
  useEffect(() => {
    dispatch(openList());
    const timer = setInterval(() => {
      if (!document.hidden) refetch();
    }, LIST_MS);
    return () => clearInterval(timer);
  }, [dispatch, refetch]);
  const clients = useMemo(() => overlayList(lines ?? [], pending), [lines, pending]);
  return {
    clients,
    isLoading: !isOpen || (lines === null && !isError),
    isError: isError && clients.length === 0,
    refetch,
  };
}

/** A read that failed, or is under way, or is there. */
type View<T> =
  | { state: 'loading' }
  | { state: 'missing' }
  | { state: 'unreachable'; retry: () => void }
  | ({ state: 'ready' } & T);

/** One client as the coach left them, sent or not. */
export function useDossier(clientId: string): View<{ dossier: Dossier }> {
  const dispatch = useAppDispatch();
  const kept = useAppSelector((s) => (ID.test(clientId) ? dossierKept(s, clientId) : null));
  const isMissing = useAppSelector((s) => s.rows.missing.includes(clientId));
  const isUnreachable = useAppSelector((s) => s.rows.unreachable[clientId] === true);
  const isOpen = useAppSelector((s) => s.rows.isOpen);
  const pending = useAppSelector(pendingOperations);
  const isId = ID.test(clientId);
  useEffect(() => (isId ? dispatch(follow(clientId)) : undefined), [dispatch, clientId, isId]);
  const dossier = useMemo(() => overlay(kept, pending, clientId), [kept, pending, clientId]);
  if (dossier) return { state: 'ready', dossier };
  // Any other word in an address ("__proto__") names nobody.
  if (!isId) return { state: 'missing' };
  if (!isOpen) return { state: 'loading' };
  if (isMissing) return { state: 'missing' };
  if (isUnreachable) return { state: 'unreachable', retry: () => void dispatch(sync(clientId)) };
  return { state: 'loading' };
}

/** One capture with its landmarks, sent or not. */
export function useCapture(id: string): View<{ capture: CaptureRow }> {
  const { ground } = useAppStore();
  const waiting = useAppSelector((s) =>
    pendingOperations(s).find((o) => o.kind === 'capture.put' && o.rowId === id),
  );
  const [found, setFound] = useState<{ of: string; view: View<{ capture: CaptureRow }> } | null>(
    null,
  );
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let isGone = false;
    void (async () => {
      const device = await ground.device();
      const tell = (view: View<{ capture: CaptureRow }>) => {
        if (!isGone) setFound({ of: id, view });
      };
      const kept = await device.readCapture(id).catch(() => null);
      if (kept) return tell({ state: 'ready', capture: kept });
      const came = await call(`/captures/${encodeURIComponent(id)}`);
      if (came.kind === 'answer' && (came.status === 404 || came.status === 400))
        return tell({ state: 'missing' });
      const { captureSchema } = await reading();
      const read = captureSchema.safeParse(came.kind === 'answer' ? came.body : null);
      if (!read.success) return tell({ state: 'unreachable', retry: () => setTries((n) => n + 1) });
      await device.keepCapture(read.data, Date.now()).catch(() => {});
      tell({ state: 'ready', capture: read.data });
    })();
    return () => {
      isGone = true;
    };
  }, [ground, id, tries]);
  return useMemo(() => {
    if (waiting?.kind === 'capture.put')
      return {
        state: 'ready',
        capture: {
          ...waiting.values,
          id,
          clientId: waiting.clientId,
          version: 1,
          updatedAt: NOT_YET,
          saidAt: waiting.saidAt ?? NOT_YET,
          saidBy: waiting.saidBy ?? '',
        },
      };
    return found?.of === id ? found.view : { state: 'loading' };
  }, [waiting, found, id]);
}

/** Asks for what is new on the Shelf while a page needs it. */
function useShelf(): boolean {
  const dispatch = useAppDispatch();
  useEffect(() => {
    void dispatch(sync(PRACTICE));
  }, [dispatch]);
  return useAppSelector((s) => s.rows.unreachable[PRACTICE] === true);
}

const NO_CHANGES: TableChangeRow[] = [];
const NO_DRILL_CHANGES: DrillChange[] = [];
const NO_CUE_CHANGES: CueChange[] = [];
/** So long the first page has the network for itself, ms. */
const LATER_MS = 1500;
const NO_SCHOOLS: Schools = { own: [], usual: 'balanced' };

/** The practice's changes of its tables, sent or not, oldest first; `isUnknown` when they could not be fetched and so are not all there. */
export function useTableChanges(): { changes: TableChangeRow[]; isUnknown: boolean } {
  const isUnreachable = useShelf();
  const kept = useAppSelector(tablesKept);
  const pending = useAppSelector(pendingOperations);
  const changes = useMemo(
    () => addedPending('tableChange', kept ?? NO_CHANGES, pending),
    [kept, pending],
  );
  return { changes, isUnknown: isUnreachable && kept === null };
}

/** Every change of the practice's drills, oldest first, sent or not. */
export function useDrillChanges(): DrillChange[] {
  useShelf();
  const kept = useAppSelector(drillsKept);
  const pending = useAppSelector(pendingOperations);
  return useMemo(
    () => addedPending('drillChange', kept ?? NO_DRILL_CHANGES, pending),
    [kept, pending],
  );
}

/** Every change of the practice's cues, oldest first, sent or not. */
export function useCueChanges(): CueChange[] {
  useShelf();
  const kept = useAppSelector(cuesKept);
  const pending = useAppSelector(pendingOperations);
  return useMemo(() => addedPending('cueChange', kept ?? NO_CUE_CHANGES, pending), [kept, pending]);
}

/** The practice's own schools and its usual one, sent or not; `isUnknown` when they could not be fetched. */
export function usePracticeSchools(): { schools: Schools; isUnknown: boolean } {
  const isUnreachable = useShelf();
  const kept = useAppSelector(schoolsKept);
  const pending = useAppSelector(pendingOperations);
  const schools = useMemo(() => schoolsWithPending(kept ?? NO_SCHOOLS, pending), [kept, pending]);
  return { schools, isUnknown: isUnreachable && kept === null };
}

/** The practice's units as far as they are known here; asked for once the first page stands. */
export function usePracticeUnits(): Schools['units'] {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const timer = setTimeout(() => void dispatch(sync(PRACTICE)), LATER_MS);
    return () => {
      clearTimeout(timer);
    };
  }, [dispatch]);
  const kept = useAppSelector(schoolsKept);
  const pending = useAppSelector(pendingOperations);
  return useMemo(() => schoolsWithPending(kept ?? NO_SCHOOLS, pending).units, [kept, pending]);
}

/** A client's whole record from the server, to be put into a file; null without an answer. */
export async function fetchRecord(clientId: string): Promise<ClientRecord | null> {
  const came = await call(`/clients/${clientId}/record`, { timeoutMs: 60_000 });
  const { recordSchema } = await reading();
  const read = recordSchema.safeParse(came.kind === 'answer' ? came.body : null);
  return read.success ? read.data : null;
}

/** What the server answers of the whole practice, unread; null without an answer. */
export async function askServer(path: '/learned'): Promise<unknown> {
  const came = await call(path, { timeoutMs: 60_000 });
  return came.kind === 'answer' ? came.body : null;
}

/** Hands a record to the server as a new client. */
export function sendRecord(record: ClientRecord) {
  return call('/records', { body: JSON.stringify(record), timeoutMs: 120_000 });
}

/**
 * What was begun under a name: kept on the device with every change until it is saved or thrown away, so that leaving the page, a reload or
 * an empty battery takes nothing. `isRestored`: it was begun before this page was opened.
 */
export function useDraft<T>(key: string, initial: T) {
  const dispatch = useAppDispatch();
  const draft = useAppSelector((s) => s.drafts[key]);
  const [openedAt] = useState(() => Date.now());
  const set = useCallback(
    (value: T) => void dispatch(draftsActions.drafted({ key, value, at: Date.now() })),
    [dispatch, key],
  );
  const drop = useCallback(() => void dispatch(draftsActions.dropped(key)), [dispatch, key]);
  return {
    value: draft ? (draft.value as T) : initial,
    set,
    drop,
    isDraft: draft !== undefined,
    isRestored: draft !== undefined && draft.at < openedAt,
  };
}

/** A row to write: its id, and the version the change was made on (0 = not on the server yet); the whole row where the device has it, to tell later who changed what. */
interface RowRef {
  id: string;
  version: number;
}

/** An operation before it has an id; distributes over the kinds so that kind and values stay paired. */
type Unsent<T = Operation> = T extends Operation ? Omit<T, 'operationId'> : never;

/** Everything a screen may change. Each call is saved at once. */
export function useChanges() {
  const dispatch = useAppDispatch();
  return useMemo(() => {
    const put = ({ over, ...change }: Unsent & { over?: RowRef }) =>
      void dispatch(
        submit(
          { ...change, operationId: newId() } as Operation,
          over && 'updatedAt' in over ? (valuesIn(over) as Record<string, unknown>) : undefined,
        ),
      );
    const at = (row: RowRef) => ({ rowId: row.id, baseVersion: row.version, over: row });
    const fresh = () => ({ rowId: newId(), baseVersion: 0 });
    return {
      /** The moment it is, by the corrected clock; for what carries a moment of its own. */
      moment: momentNow,
      putClient: (row: RowRef, values: ClientValues) =>
        put({ kind: 'client.put', ...at(row), values }),
      archiveClient: (row: RowRef, archived: boolean) =>
        put({ kind: 'client.archive', ...at(row), archived }),
      /** Opens the day's session, or moves on in it. */
      visitStage: (clientId: string, day: string, stage: Stage) =>
        put({
          kind: 'session.visit',
          rowId: sessionIdOf(clientId, day),
          baseVersion: 0,
          clientId,
          day,
          at: stage,
        }),
      putTrial: (clientId: string, row: RowRef, values: TrialValues) =>
        put({ kind: 'trial.put', ...at(row), clientId, values }),
      putCapture: (clientId: string, id: string, values: CaptureValues) =>
        dispatch(keepCapture(clientId, id, values, newId())),
      discardCapture: (clientId: string, row: RowRef, discarded: boolean) =>
        put({ kind: 'capture.discard', ...at(row), clientId, discarded }),
      putJudgement: (clientId: string, row: RowRef, values: JudgementValues) =>
        put({ kind: 'judgement.put', ...at(row), clientId, values }),
      putTried: (clientId: string, row: RowRef, values: TriedValues) =>
        put({ kind: 'tried.put', ...at(row), clientId, values }),
      putDecision: (clientId: string, row: RowRef, values: DecisionValues) =>
        put({ kind: 'decision.put', ...at(row), clientId, values }),
      /** Changes the practice's own tables of causes and tests. */
      changeTables: (values: TableChangeValues) =>
        put({ kind: 'tables.change', ...fresh(), values }),
      putSchool: (row: RowRef, values: SchoolValues) =>
        put({ kind: 'school.put', ...at(row), values }),
      /** The school a client starts with, from now on. */
      chooseSchool: (values: SchoolChoiceValues) =>
        put({ kind: 'school.choose', ...fresh(), values }),
      putSetupTrial: (clientId: string, row: RowRef, values: SetupTrialValues) =>
        put({ kind: 'setupTrial.put', ...at(row), clientId, values }),
      /** Settles a setup: the next version. */
      lockSetup: (clientId: string, values: LockValues) =>
        put({ kind: 'lock.put', ...fresh(), clientId, values }),
      takeBackLock: (clientId: string, row: RowRef, takenBack: boolean) =>
        put({ kind: 'lock.takeBack', ...at(row), clientId, takenBack }),
      putSetup: (clientId: string, row: RowRef, values: ClientSetupValues) =>
        put({ kind: 'setup.put', ...at(row), clientId, values }),
      putPrescription: (clientId: string, row: RowRef, values: PrescriptionValues) =>
        put({ kind: 'prescription.put', ...at(row), clientId, values }),
      putLink: (clientId: string, row: RowRef, values: LinkValues) =>
        put({ kind: 'link.put', ...at(row), clientId, values }),
      putHomeReport: (clientId: string, row: RowRef, values: HomeReportValues) =>
        put({ kind: 'homeReport.put', ...at(row), clientId, values }),
      /** A set with its load, as it was done. */
      putLoadSet: (clientId: string, row: RowRef, values: LoadSetValues) =>
        put({ kind: 'loadSet.put', ...at(row), clientId, values }),
      putScreening: (clientId: string, row: RowRef, values: ScreeningValues) =>
        put({ kind: 'screening.put', ...at(row), clientId, values }),
      putClearance: (clientId: string, row: RowRef, values: ClearanceValues) =>
        put({ kind: 'clearance.put', ...at(row), clientId, values }),
      /** Corrects a mistaken answer or pain: it counts as never said, and who corrected it stays on record. */
      putCorrection: (clientId: string, values: CorrectionValues) =>
        put({ kind: 'correction.put', ...fresh(), clientId, values }),
      /** Moves entries made on the wrong client or side; who moved them, when and why stays on record. */
      moveEntries: (clientId: string, values: MoveValues) =>
        put({ kind: 'entries.move', ...fresh(), clientId, values }),
      putPain: (clientId: string, row: RowRef, values: PainValues) =>
        put({ kind: 'pain.put', ...at(row), clientId, values }),
      putStop: (clientId: string, row: RowRef, values: StopValues) =>
        put({ kind: 'stop.put', ...at(row), clientId, values }),
      /** Changes a cue of the practice from now on. */
      changeCue: (values: CueChangeValues) => put({ kind: 'cue.change', ...fresh(), values }),
      /** Changes a drill of the practice from now on. */
      changeDrill: (values: DrillChangeValues) => put({ kind: 'drill.change', ...fresh(), values }),
      /** The practice's units, from now on. */
      chooseUnits: (values: UnitsValues) => put({ kind: 'units.choose', ...fresh(), values }),
      /** Where the gym stands, from now on: its days are days there. */
      chooseZone: (values: ZoneValues) => put({ kind: 'zone.choose', ...fresh(), values }),
      /** What stands in the rack of this gym, from now on. */
      putRack: (values: RackValues) => put({ kind: 'rack.put', ...fresh(), values }),
      /** Whether the plan may use what was counted here, from now on. */
      putCountsUse: (values: CountsUseValues) => put({ kind: 'counts.use', ...fresh(), values }),
      /** What to do in an emergency in this gym, from now on. */
      putEmergency: (values: EmergencyValues) => put({ kind: 'emergency.put', ...fresh(), values }),
    };
  }, [dispatch]);
}
