import { router } from 'expo-router';
import { useMemo } from 'react';
import { FlatList, View } from 'react-native';
import type { Dossier, LoadSet, LoadSetValues } from '@zither/contract';
import { valuesIn } from '@zither/contract/row';
import { limitOn, RUNG_TABLE, RUNGS, type RungId } from '@zither/core';
import {
  cleanLoads,
  filmedSets,
  formOf,
  isHeld,
  limitsOf,
  loadAnswer,
  loadSetsOf,
  mayRepeat,
  safetyOf,
  USUAL_STEP_KG,
} from '@zither/visit';
import { sayShortDay } from '@zither/words/days';
import {
  NO_RATIO,
  sayAbove,
  sayAdvice,
  sayBetween,
  sayCleanLoads,
  sayFaultAtLoad,
  saySet,
} from '@zither/words/loadLog';
import { count } from '@zither/words/terms';
import { sayMass } from '@zither/words/units';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { READABLE_PX, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { SafetyNotice, StopButton } from '../clear/index.ts';
import { newId, today, useChanges, useDraft, useTableChanges } from '../data/index.ts';
import { useInUse } from '../setup/index.ts';
import { FaultsSeen } from './FaultsSeen.tsx';
import { FormCurve } from './FormCurve.tsx';
import { LogFiles } from './LogFiles.tsx';
import { RACK_STEPS_KG, repeated, setValues, startOf, type SetDraft } from './setForm.ts';
import { sayNoFaults, sayUnwatched } from '@zither/words/loads';

/** More filmed sets than this are logged together. */
const FILMED_MOST = 4;

type Form = 'unwatched' | 'clean' | 'faults';
const FORMS = [
  { value: 'unwatched', label: 'Not watched' },
  { value: 'clean', label: 'Clean' },
  { value: 'faults', label: 'Faults seen' },
] as const;

/** Sets with their load, entered on the floor; from which load on a fault becomes likely; and the most to load next. */
export function LoadScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const day = today();
  const { isWide } = useLook();
  const { moment, putLoadSet } = useChanges();
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const limits = useMemo(() => limitsOf(safety), [safety]);
  const held = isHeld(safety);
  const { changes: tables } = useTableChanges();
  const ask = useMemo(
    () => (held ? null : { dossier, on: day, tables }),
    [held, dossier, day, tables],
  );
  const use = useInUse(ask, limits);
  const sets = useMemo(() => loadSetsOf(dossier), [dossier]);
  const { value: kept, set: keep } = useDraft<SetDraft | null>(`load/${client.id}/${day}`, null);
  const { value: stepKg, set: setStep } = useDraft<number>('rack/step', USUAL_STEP_KG);
  const start = useMemo(() => startOf(dossier, use, limits), [dossier, use, limits]);
  const draft = kept ?? start;
  const change = (part: Partial<SetDraft>) => keep({ ...draft, ...part });
  const advice = useMemo(
    () => loadAnswer(dossier, draft.rung, limits, use?.setup ?? null),
    [dossier, draft.rung, limits, use],
  );
  const forms = useMemo(() => formOf(dossier, draft.rung), [dossier, draft.rung]);
  const back = { to: `/clients/${client.id}` as const, label: `Back to ${client.name}` };
  const frame = { title: 'Loads', who: client.name, back, aside: <StopButton dossier={dossier} /> };
  if (held)
    return (
      <Screen {...frame}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          <Say soft>No sets are logged while the client is on hold. Logged sets are kept.</Say>
        </Part>
      </Screen>
    );
  const put = (of: SetDraft) =>
    putLoadSet(client.id, { id: newId(), version: 0 }, setValues(dossier, of, day, moment()));
  const log = () => {
    put(draft);
    // The next set starts from this one, and has to be watched anew.
    keep({ ...draft, watched: null, faults: [], isFaulty: false, repsLeft: null, pain: null });
  };
  const [last] = sets;
  const chosen: Form = draft.watched === null ? 'unwatched' : draft.isFaulty ? 'faults' : 'clean';
  const unwatched = sets.filter((s) => s.rung === draft.rung && s.watched === null).length;
  const watched = sets.filter((s) => s.rung === draft.rung && s.watched !== null).length;
  const entry = (
    <>
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <Say strong>{sayAdvice(advice)}</Say>
        {last && <Say soft>{`Last: ${saySet(last)}, ${sayShortDay(last.takenOn)}.`}</Say>}
        {(last?.pain ?? 0) > 0 && (
          <Notice
            tone="now"
            actions={[
              {
                label: 'Note the pain',
                onPress: () => router.navigate(`/clients/${client.id}/stop`),
              },
            ]}
          >
            Pain was told in the last set. Stop, and note where it is.
          </Notice>
        )}
      </Part>
      <Part title="This set">
        <View style={{ gap: space.l, maxWidth: READABLE_PX }}>
          <Stepper
            label={`Load, ${RUNG_TABLE[draft.rung].name.toLowerCase()}`}
            unit="kg"
            value={draft.loadKg}
            step={stepKg}
            digits={1}
            possible={{ least: 0, most: 600 }}
            startAt={20}
            onChange={(loadKg) => change({ loadKg })}
          />
          <Stepper
            label="Reps"
            unit=""
            value={draft.reps}
            step={1}
            digits={0}
            possible={{ least: 1, most: 100 }}
            startAt={5}
            onChange={(reps) => change({ reps: Math.round(reps) })}
          />
        </View>
        {advice.mostKg !== null && draft.loadKg > advice.mostKg && (
          <Notice tone="before">{sayAbove(advice)}</Notice>
        )}
        <Choice
          label="Form"
          options={FORMS}
          value={chosen}
          onChange={(to: Form) =>
            change(
              to === 'unwatched'
                ? { watched: null, faults: [], isFaulty: false }
                : to === 'clean'
                  ? { watched: 'eye', faults: [], isFaulty: false }
                  : { watched: 'eye', isFaulty: true },
            )
          }
        />
        {chosen === 'faults' && (
          <FaultsSeen
            dossier={dossier}
            faults={draft.faults}
            reps={draft.reps}
            onChange={(faults) => change({ faults })}
          />
        )}
        <Fold title="Variation, effort, pain, kit" note={sayMore(draft)}>
          <Choice
            label="Variation"
            options={RUNGS.filter((r) => limitOn(RUNG_TABLE[r].asks, limits) === null).map((r) => ({
              value: r,
              label: RUNG_TABLE[r].name,
            }))}
            value={draft.rung}
            onChange={(rung: RungId) => change({ rung })}
          />
          <Choice
            label="Reps left, as the client says"
            isTight
            options={['0', '1', '2', '3', '4'].map((v) => ({
              value: v,
              label: v === '4' ? '4+' : v,
            }))}
            value={draft.repsLeft === null ? '' : String(draft.repsLeft)}
            onChange={(v) => change({ repsLeft: Number(v) })}
          />
          <Choice
            label="Pain, 0 to 10"
            isTight
            options={['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10'].map((v) => ({
              value: v,
              label: v,
            }))}
            value={draft.pain === null ? '' : String(draft.pain)}
            onChange={(v) => change({ pain: Number(v) })}
          />
          <Stepper
            label="Seconds down"
            unit="s"
            value={draft.descentS}
            step={1}
            digits={1}
            possible={{ least: 0, most: 60 }}
            startAt={3}
            onChange={(descentS) => change({ descentS })}
          />
          <Stepper
            label="Seconds held at the bottom"
            unit="s"
            value={draft.pauseS}
            step={1}
            digits={1}
            possible={{ least: 0, most: 60 }}
            startAt={2}
            onChange={(pauseS) => change({ pauseS })}
          />
          <Stepper
            label="Heel lift, shoe included"
            unit="mm"
            value={draft.heelRiseMm}
            step={5}
            digits={0}
            possible={{ least: 0, most: 80 }}
            startAt={0}
            onChange={(heelRiseMm) => change({ heelRiseMm })}
          />
          <Tick
            title="In shoes"
            checked={draft.shod}
            onPress={() => change({ shod: !draft.shod })}
          />
          <Tick title="Belt" checked={draft.belt} onPress={() => change({ belt: !draft.belt })} />
          <Choice
            label="Smallest step of this rack"
            options={RACK_STEPS_KG.map((kg) => ({ value: String(kg), label: sayMass(kg) }))}
            value={String(stepKg)}
            onChange={(kg) => setStep(Number(kg))}
          />
        </Fold>
      </Part>
      <Filmed dossier={dossier} />
      <LoggedToday dossier={dossier} sets={sets.filter((s) => s.takenOn === day)} />
    </>
  );
  const told = (
    <>
      <Part title={`Form at load: ${RUNG_TABLE[draft.rung].name.toLowerCase()}`}>
        {forms.length === 0 && <Say>{sayNoFaults(watched)}</Say>}
        {forms.map((f) => (
          <View key={`${f.fault} ${f.side ?? ''}`} style={{ gap: space.xs }}>
            <Say>{sayFaultAtLoad(f)}</Say>
            {f.form.kind === 'estimate' && (
              <FormCurve sets={f.sets} likelyKg={f.form.likelyKg} label={sayFaultAtLoad(f)} />
            )}
            {f.between && <Say small>{sayBetween(f)}</Say>}
          </View>
        ))}
        {unwatched > 0 && (
          <Say small soft>
            {sayUnwatched(unwatched)}
          </Say>
        )}
      </Part>
      <Part>
        <Fold title="Heaviest clean sets" note="Now and before">
          {sayCleanLoads(cleanLoads(dossier, day)).map((line) => (
            <Say key={line} number>
              {line}
            </Say>
          ))}
          <Say small soft>
            {NO_RATIO}
          </Say>
        </Fold>
        <Fold title="All sets" note={count(sets.length, 'set')}>
          <AllSets sets={dossier.loadSets} />
        </Fold>
        <Fold title="Files" note="CSV">
          <LogFiles dossier={dossier} />
        </Fold>
      </Part>
    </>
  );
  return (
    <Screen
      {...frame}
      foot={
        <>
          <RowButton
            title={`Log: ${sayMass(draft.loadKg)} × ${draft.reps}`}
            share={2}
            buttonStyle={{ minHeight: 52 }}
            disabled={chosen === 'faults' && draft.faults.length === 0}
            onPress={log}
          />
          {last && mayRepeat(last, loadAnswer(dossier, last.rung, limits, use?.setup ?? null)) && (
            <RowButton
              type="outline"
              title="Repeat last"
              buttonStyle={{ minHeight: 52 }}
              onPress={() => put(repeated(last))}
            />
          )}
        </>
      }
    >
      {isWide ? (
        <View style={{ flexDirection: 'row', gap: space.l }}>
          <View style={{ flex: 1, gap: space.l }}>{entry}</View>
          <View style={{ flex: 1, gap: space.l }}>{told}</View>
        </View>
      ) : (
        <>
          {entry}
          {told}
        </>
      )}
    </Screen>
  );
}

/** What the folded part holds, in a few words. */
const sayMore = ({ rung, repsLeft, pain, belt, shod }: SetDraft): string =>
  [
    RUNG_TABLE[rung].name,
    repsLeft === null ? null : `${repsLeft} left`,
    pain === null ? null : `pain ${pain}`,
    shod ? 'in shoes' : null,
    belt ? 'belt' : null,
  ]
    .filter((part) => part !== null)
    .join(' · ');

/** Sets that were filmed and are not in the log, each a tap away from it. */
function Filmed({ dossier }: { dossier: Dossier }) {
  const { putLoadSet } = useChanges();
  const sets = useMemo(() => filmedSets(dossier), [dossier]);
  if (sets.length === 0) return null;
  const put = (set: LoadSetValues) =>
    putLoadSet(dossier.client.id, { id: newId(), version: 0 }, set);
  return (
    <Part title="Filmed, not logged" hint="A set the camera read goes into the log as it was read.">
      {sets.slice(0, FILMED_MOST).map((set) => (
        <View
          key={set.captureId}
          style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}
        >
          <View style={{ flex: 1 }}>
            <Say number>{`${sayShortDay(set.takenOn)} · ${saySet(set)}`}</Say>
          </View>
          <Button
            type="outline"
            title="Log"
            aria-label={`Log the filmed set: ${saySet(set)}`}
            onPress={() => put(set)}
          />
        </View>
      ))}
      {sets.length > 1 && (
        <View style={{ alignItems: 'flex-start' }}>
          <Button type="clear" title={`Log all ${sets.length}`} onPress={() => sets.forEach(put)} />
        </View>
      )}
    </Part>
  );
}

function LoggedToday({ dossier, sets }: { dossier: Dossier; sets: readonly LoadSet[] }) {
  const { putLoadSet } = useChanges();
  if (sets.length === 0) return null;
  return (
    <Part title="Today">
      {sets.map((set) => (
        <View key={set.id} style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <View style={{ flex: 1 }}>
            <Say number>{saySet(set)}</Say>
          </View>
          <Button
            type="clear"
            title="Withdraw"
            aria-label={`Withdraw: ${saySet(set)}`}
            onPress={() => putLoadSet(dossier.client.id, set, { ...valuesIn(set), undone: true })}
          />
        </View>
      ))}
    </Part>
  );
}

/** Every set ever logged, the newest first; only what is in sight is drawn. */
function AllSets({ sets }: { sets: readonly LoadSet[] }) {
  return (
    <FlatList
      data={sets}
      style={{ maxHeight: 420 }}
      initialNumToRender={20}
      windowSize={5}
      keyExtractor={(s) => s.id}
      renderItem={({ item }) => (
        <View style={{ minHeight: 44, justifyContent: 'center' }}>
          <Say small number>{`${sayShortDay(item.takenOn)} · ${saySet(item)}`}</Say>
        </View>
      )}
    />
  );
}
