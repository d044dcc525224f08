import type { Operation } from '@zither/contract';
import { holdingKindIn, putIn } from '@zither/contract/kinds';
import { router } from 'expo-router';
import { lazy, Suspense, useEffect, useState, useSyncExternalStore } from 'react';
import { ScrollView, View } from 'react-native';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import {
  allHeld,
  clientOf,
  conflictsOf,
  dropHeld,
  dropUnreadable,
  gymZone,
  otherZone,
  refusedOf,
  retryRefused,
  saveFile,
  schoolsKept,
  stuckOf,
  useAppDispatch,
  useAppSelector,
  useDraft,
  valueToMend,
  type Held,
} from '../data/index.ts';
import { takeUpdate, versions } from './update.ts';
import {
  INSECURE,
  sayChangedElsewhere,
  sayRefused,
  sayStorage,
  sayStuck,
  sayUnreadable,
  UPDATE_READY,
  sayDeviceClock,
  sayOtherZone,
} from '@zither/words/attention';

const Conflict = lazy(async () => ({ default: (await import('./Conflict.tsx')).Conflict }));

const Mend = lazy(async () => ({ default: (await import('./Mend.tsx')).Mend }));

const kindOfOperation = (operation: Operation) => putIn(operation)?.kind ?? null;

/** What is held on this page or device, as a file nobody needs the app to read. */
const saveHeld = (what: unknown) =>
  saveFile(
    `zither-plumb-unsent-${new Date().toISOString().slice(0, 10)}.json`,
    `${JSON.stringify(what, null, 1)}\n`,
    'application/json',
  );

/** Asks before the page is closed while something is on it alone. */
function useStay(isAlone: boolean): void {
  useEffect(() => {
    if (!isAlone) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [isAlone]);
}

/** Names of clients as this device knows them, by what is held of them. */
function useClientNames(): (item: Held) => string | null {
  const lines = useAppSelector((s) => s.rows.lines);
  const known = useAppSelector((s) => s.rows.of);
  const held = useAppSelector(allHeld);
  return (item) => {
    const id = clientOf(item.operation);
    const own = held.find((i) => i.operation.kind === 'client.put' && i.operation.rowId === id);
    return (
      lines?.find((l) => l.id === id)?.name ??
      (known[id]?.rows.client.entities[id] as { name?: string } | undefined)?.name ??
      (own?.operation.kind === 'client.put' ? own.operation.values.name : null)
    );
  };
}

/** A change the server did not take: whose it is, why, and what can be done with it here. */
function Refused({ item, client }: { item: Held; client: string | null }) {
  const dispatch = useAppDispatch();
  const { operation, problem, seq } = item;
  const [isSaved, setIsSaved] = useState(false);
  const holds = holdingKindIn(operation) !== null;
  return (
    <Notice
      tone="now"
      actions={[
        { label: 'Try again', onPress: () => void dispatch(retryRefused(seq)) },
        ...(client === null
          ? []
          : [
              {
                label: `Open ${client}`,
                onPress: () => router.navigate(`/clients/${clientOf(operation)}`),
              },
            ]),
        {
          label: 'Save as a file',
          onPress: () => {
            saveHeld(item);
            setIsSaved(true);
          },
        },
        // An entry that may hold a client can be thrown away once it is saved elsewhere.
        ...(holds && !isSaved
          ? []
          : [{ label: 'Throw away', onPress: () => void dispatch(dropHeld(seq)) }]),
      ]}
    >
      <View style={{ gap: space.s }}>
        <Say>
          {sayRefused(kindOfOperation(operation), problem ?? { message: '' }, client, holds)}
        </Say>
        {valueToMend(item) !== null && (
          <Suspense fallback={null}>
            <Mend item={item} />
          </Suspense>
        )}
      </View>
    </Notice>
  );
}

/** What cannot be decided or done without the coach: a row changed elsewhere, a change refused, unreadable or stuck, a device without room. */
export function Attention() {
  const dispatch = useAppDispatch();
  const [conflict] = useAppSelector(conflictsOf);
  const refused = useAppSelector(refusedOf);
  const nameOf = useClientNames();
  const stuck = useAppSelector(stuckOf);
  const { storage, loose, unreadable, line, because } = useAppSelector((s) => s.outbox);
  const held = useAppSelector(allHeld);
  const clock = useAppSelector((s) => sayDeviceClock(s.clock.aheadMs));
  const gym = useAppSelector((s) => schoolsKept(s)?.zone) ?? gymZone();
  const knownZone = useDraft('shell/zone', '');
  const here = otherZone(gym);
  const elsewhere = here === null ? null : sayOtherZone(gym, here);
  const isElsewhere = elsewhere !== null && elsewhere !== knownZone.value;
  const [isSaved, setIsSaved] = useState(false);
  const alone = storage === 'ok' ? 0 : loose.length;
  useStay(loose.length > 0);
  const room = sayStorage(storage, alone, line !== 'ready' && line !== 'sending');
  const isFailing = line === 'failing' && because !== null;
  const { isWaiting } = useSyncExternalStore(versions.listen, versions.read);
  const [isPutOff, setIsPutOff] = useState(false);
  const insecure = useDraft('shell/insecure', false);
  const isInsecure = !window.isSecureContext && !insecure.value;
  const offersUpdate = isWaiting && !isPutOff;
  const isQuiet =
    !conflict &&
    refused.length === 0 &&
    !isElsewhere &&
    clock === null &&
    room === null &&
    !isFailing &&
    !isInsecure &&
    !offersUpdate;
  if (isQuiet && stuck.length === 0 && unreadable.length === 0) return null;
  return (
    // On a phone several at once leave room for the work below.
    <ScrollView style={{ flexGrow: 0, maxHeight: '60%' }}>
      <View style={{ padding: space.m, gap: space.s }}>
        {clock !== null && <Notice tone="before">{clock}</Notice>}
        {isElsewhere && (
          <Notice
            tone="before"
            actions={[
              { label: 'Settings', onPress: () => router.navigate('/settings') },
              { label: 'Understood', onPress: () => knownZone.set(elsewhere) },
            ]}
          >
            {elsewhere}
          </Notice>
        )}
        {isInsecure && (
          <Notice
            tone="before"
            actions={[{ label: 'Understood', onPress: () => insecure.set(true) }]}
          >
            {INSECURE}
          </Notice>
        )}
        {offersUpdate && (
          <Notice
            tone="good"
            actions={[
              { label: 'Use it now', onPress: takeUpdate },
              { label: 'Later', onPress: () => setIsPutOff(true) },
            ]}
          >
            {UPDATE_READY}
          </Notice>
        )}
        {room !== null && (
          <Notice
            tone="now"
            actions={
              alone > 0 ? [{ label: 'Save them as a file', onPress: () => saveHeld(held) }] : []
            }
          >
            {room}
          </Notice>
        )}
        {isFailing && <Notice tone="before">{because}</Notice>}
        {unreadable.length > 0 && (
          <Notice
            tone="now"
            actions={[
              {
                label: 'Save as a file',
                onPress: () => {
                  saveHeld(unreadable.map((u) => u.raw));
                  setIsSaved(true);
                },
              },
              // Only what has been put somewhere else may be thrown away.
              ...(isSaved
                ? [
                    {
                      label: 'Throw away here',
                      onPress: () => {
                        for (const { seq } of unreadable) void dispatch(dropUnreadable(seq));
                        setIsSaved(false);
                      },
                    },
                  ]
                : []),
            ]}
          >
            {sayUnreadable(unreadable.length)}
          </Notice>
        )}
        {conflict?.current && (
          <Notice tone="now">
            <View style={{ gap: space.s }}>
              <Say strong>{sayChangedElsewhere(conflict.current.entity, nameOf(conflict))}</Say>
              <Suspense fallback={null}>
                <Conflict key={conflict.seq} item={conflict} />
              </Suspense>
              <Say small>Your version is kept until you choose.</Say>
            </View>
          </Notice>
        )}
        {refused.map((item) => (
          <Refused key={item.seq} item={item} client={nameOf(item)} />
        ))}
        {stuck.length > 0 && (
          <Notice
            tone="before"
            actions={[
              {
                label: 'Try again now',
                onPress: () => {
                  for (const { seq } of stuck) void dispatch(retryRefused(seq));
                },
              },
              { label: 'Save as a file', onPress: () => saveHeld(stuck) },
            ]}
          >
            {sayStuck(stuck.length, [...new Set(stuck.flatMap((i) => nameOf(i) ?? []))])}
          </Notice>
        )}
      </View>
    </ScrollView>
  );
}
