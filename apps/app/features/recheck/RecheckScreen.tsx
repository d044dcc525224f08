import { router } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import type { Dossier } from '@zither/contract';
import {
  drillVerdict,
  NEXT_STEPS,
  NODES,
  STATIONS,
  swapFor,
  type NextStep,
  type PrescriptionInput,
} from '@zither/core';
import {
  drillsOf,
  isHeld,
  keepingOf,
  methodById,
  recheckOf,
  recheckValues,
  rechecksOf,
  safetyOf,
  type CoachCall,
  type RecheckAnswer,
  type RecheckLine,
  type Repeat,
} from '@zither/visit';
import { CALL_NAMES } from '@zither/words/afterRoutine';
import { sayShortDay } from '@zither/words/days';
import { sayCause } from '@zither/words/probe';
import {
  NO_CAUSE,
  sayAim,
  sayCausesThen,
  sayDrillVerdict,
  sayInstead,
  sayKeeping,
  sayKept,
  sayRecheckLine,
  sayRechecked,
  sayRepeat,
  sayStepReason,
  sayTogether,
  sayVerdict,
  STEP_NAMES,
} from '@zither/words/recheck';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { useLook } from '../../ui/useLook.ts';
import { SafetyNotice, StopButton } from '../clear/index.ts';
import { newId, today, useChanges, useDraft, useTableChanges } from '../data/index.ts';
import { useAnswer } from '../setup/index.ts';
import { asksInAddress } from '../watch/index.ts';

const CALLS = (['better', 'same', 'worse'] as const).map((value) => ({
  value,
  label: CALL_NAMES[value],
}));
/** When the next look may be, in days from now; a habit is looked at next session. */
const NEXT_DAYS = [3, 7, 14, 21, 28, 42] as const;

interface RecheckDraft {
  calls: Record<string, CoachCall>;
  step: NextStep | null;
  nextOn: string | null;
}
const EMPTY: RecheckDraft = { calls: {}, step: null, nextOn: null };

const keyOf = ({ aim }: Pick<RecheckLine, 'aim'>): string => JSON.stringify(aim);

/** Whether the plan worked: what it aims at, then and now, judged together; what to do next; and when to look again. */
export function RecheckScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const day = today();
  const { isWide } = useLook();
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const { changes: tables } = useTableChanges();
  const ask = useMemo(
    () => ({ dossier, on: day, tables, withRecheck: true }),
    [dossier, day, tables],
  );
  const { answer, isFresh, hasFailed } = useAnswer(ask);
  // The verdicts need no search, so they stand at once. The next step also needs heel and ladder, so it waits for the answer.
  const recheck = useMemo(() => recheckOf(dossier, day), [dossier, day]);
  const told = isFresh ? (answer?.recheck ?? null) : null;
  const earlier = rechecksOf(dossier).filter((r) => r.on < day);
  const back = { to: `/clients/${client.id}` as const, label: `Back to ${client.name}` };
  const frame = {
    title: 'Recheck',
    who: client.name,
    back,
    aside: <StopButton dossier={dossier} />,
  };
  const go = (path: string) => router.navigate(`/clients/${client.id}/${path}` as never);

  if (!recheck)
    return (
      <Screen {...frame}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          <Notice actions={[{ label: 'Make the plan', onPress: () => go('prescription') }]}>
            There is no plan to recheck. A plan names what it should change; the recheck looks at
            that again.
          </Notice>
        </Part>
      </Screen>
    );
  return (
    <Rechecked
      key={recheck.plan.id}
      dossier={dossier}
      recheck={recheck}
      causes={
        told && answer
          ? sayCausesThen(told.causesBefore, answer.opinion.diagnosis.causes, ({ cause, side }) =>
              sayCause(NODES.findIndex((n) => n.cause === cause && n.side === side)),
            )
          : null
      }
      earlier={earlier.map((r) => ({
        id: r.id,
        on: r.on,
        said: sayKept(r, methodById(dossier.schools, r.method.id).name),
      }))}
      frame={frame}
      isHeldNow={isHeld(safety)}
      proposals={told?.proposals ?? (hasFailed ? recheck.proposals : null)}
      asked={answer?.plan?.asked ?? null}
      notice={<SafetyNotice clientId={client.id} safety={safety} />}
      isWide={isWide}
      go={go}
    />
  );
}

function Rechecked({
  dossier,
  recheck,
  causes,
  earlier,
  frame,
  isHeldNow,
  proposals,
  asked,
  notice,
  isWide,
  go,
}: {
  dossier: Dossier;
  recheck: RecheckAnswer;
  /** null while they are worked out. */
  causes: string[] | null;
  earlier: { id: string; on: string; said: string }[];
  frame: Omit<Parameters<typeof Screen>[0], 'children'>;
  isHeldNow: boolean;
  /** What to do next, the best first; null while it is worked out. */
  proposals: RecheckAnswer['proposals'] | null;
  /** What the next plan would be made from; null while that is worked out. */
  asked: PrescriptionInput | null;
  notice: React.ReactNode;
  isWide: boolean;
  go: (path: string) => void;
}) {
  const { client } = dossier;
  const day = today();
  const { moment, putDecision } = useChanges();
  const { plan, isNew, lines, toRepeat, kept } = recheck;
  const { value: draft, set } = useDraft<RecheckDraft>(`recheck/${client.id}/${day}`, EMPTY);
  const aims = lines.filter((l) => l.isAim);
  const also = lines.filter((l) => !l.isAim);
  const callOf = (line: RecheckLine): CoachCall | null =>
    draft.calls[keyOf(line)] ??
    kept?.results.find((r) => JSON.stringify(r.aim) === keyOf(line))?.call ??
    null;
  const step = draft.step ?? kept?.step ?? proposals?.[0]?.step ?? null;
  const nextOn = draft.nextOn ?? kept?.nextOn ?? recheck.nextOn;
  const keep = () =>
    step !== null &&
    putDecision(
      client.id,
      { id: newId(), version: 0 },
      recheckValues(dossier, recheck, { on: day, at: moment(), step, nextOn, callOf }),
    );
  const repeat = (r: Repeat) =>
    go(
      r.kind === 'look'
        ? `watch?view=${r.view}&${asksInAddress(r.condition, r.asks)}`
        : `measure/${STATIONS.find((s) => s.measures.includes(r.measure))?.id ?? ''}`,
    );
  const beside = ({ before, after }: NonNullable<RecheckLine['captures']>) =>
    go(`watch/${after}?beside=${before}`);
  const isChanged =
    !kept || Object.keys(draft.calls).length > 0 || draft.step !== null || draft.nextOn !== null;
  const foot =
    isNew || isHeldNow ? undefined : (
      <RowButton
        title={kept ? 'Keep the change' : 'Keep this recheck'}
        disabled={!isChanged || step === null}
        buttonStyle={{ minHeight: 52 }}
        onPress={() => {
          keep();
          set(EMPTY);
        }}
      />
    );

  const verdicts = (
    <>
      <Part>
        {notice}
        <Say strong>{sayRechecked(recheck)}</Say>
        {!isNew && <Say soft small>{`Plan of ${sayShortDay(plan.givenOn)}. ${NO_CAUSE}`}</Say>}
        {kept && (
          <Notice tone="good">{`Kept today. Next look ${sayShortDay(kept.nextOn)}.`}</Notice>
        )}
      </Part>
      {toRepeat.length > 0 && !isHeldNow && (
        <Part title="Repeat as it was, cold">
          {toRepeat.map((r) => (
            <View key={sayRepeat(r)} style={{ alignItems: 'flex-start' }}>
              <Button
                type="outline"
                title={`${r.kind === 'look' ? 'Watch' : 'Read'}: ${sayRepeat(r)}`}
                containerStyle={{ maxWidth: '100%' }}
                onPress={() => repeat(r)}
              />
            </View>
          ))}
        </Part>
      )}
      {aims.length > 0 && (
        <Part title="Goals of the plan" explains="goal">
          {aims.map((line) => (
            <Verdict
              key={keyOf(line)}
              line={line}
              call={isNew ? undefined : callOf(line)}
              onCall={(call) => set({ ...draft, calls: { ...draft.calls, [keyOf(line)]: call } })}
              onBeside={beside}
            />
          ))}
          {!isNew && (
            <Say small soft>
              {sayTogether(aims.length)}
            </Say>
          )}
        </Part>
      )}
      {also.length > 0 && (
        <Part title="Also seen" explains="smallestRealChange">
          <Say small soft>
            Each is judged by itself: of twenty that did not change, about one is called changed.
          </Say>
          {also.map((line) => (
            <Verdict
              key={keyOf(line)}
              line={line}
              call={undefined}
              onCall={() => undefined}
              onBeside={beside}
            />
          ))}
        </Part>
      )}
    </>
  );
  const rest = (
    <>
      {!isNew && !isHeldNow && !proposals && (
        <Part title="What next">
          <Waiting what="what to do next" verb="Working out" />
        </Part>
      )}
      {!isNew && !isHeldNow && proposals && (
        <Part title="What next">
          <Choice
            label="Next step"
            hideLabel
            // The proposed first; one step may have two reasons.
            options={[...new Set([...proposals.map((p) => p.step), ...NEXT_STEPS])].map((s) => ({
              value: s,
              label: STEP_NAMES[s],
            }))}
            value={step ?? 'keep'}
            onChange={(s: NextStep) => set({ ...draft, step: s })}
          />
          {proposals.slice(0, 3).map((p, i) => (
            <Say key={p.because} small={i > 0}>
              {`${i === 0 ? 'Proposed: ' : ''}${STEP_NAMES[p.step]}. ${sayStepReason(p.because)}`}
            </Say>
          ))}
          {step && <StepLink step={step} go={go} />}
          <Choice
            label={`Next look: ${sayShortDay(nextOn)}`}
            options={[
              ...new Set([...NEXT_DAYS, differenceInCalendarDays(parseISO(nextOn), parseISO(day))]),
            ]
              .sort((a, b) => a - b)
              .map((n) => ({
                value: String(n),
                label: n === 3 ? 'Next session' : n % 7 === 0 ? `${n / 7} wk` : `${n} days`,
                spoken: n % 7 === 0 ? `In ${n / 7} weeks` : `In ${n} days`,
              }))}
            value={String(differenceInCalendarDays(parseISO(nextOn), parseISO(day)))}
            onChange={(n) =>
              set({
                ...draft,
                nextOn: formatISO(addDays(parseISO(day), Number(n)), { representation: 'date' }),
              })
            }
          />
          <Say small soft>
            The plan’s calendar file follows when it is saved again.
          </Say>
        </Part>
      )}
      {!isNew && plan.drills.length > 0 && (
        <Part title="The routine">
          {sayKeeping(keepingOf(dossier, plan, day)).map((line) => (
            <Say key={line} small number>
              {line}
            </Say>
          ))}
          {plan.drills.map(({ id, name }) => {
            const of = drillsOf(dossier.schools).find((d) => d.id === id);
            const verdict = of ? drillVerdict(of.causes, aims, recheck.days) : 'open';
            const said = sayDrillVerdict(verdict);
            if (!said) return null;
            return (
              <View key={id} style={{ gap: 2 }}>
                <Say strong>{name}</Say>
                <Say>{said}</Say>
                {verdict === 'questioned' && asked && (
                  <Say small>{sayInstead(swapFor(asked, id).instead.map((d) => d.name))}</Say>
                )}
              </View>
            );
          })}
        </Part>
      )}
      {!isNew && (
        <Part title="The causes, then and now">
          {causes === null ? (
            <Say soft>Working out the causes…</Say>
          ) : causes.length === 0 ? (
            <Say>No cause was likely then or is now.</Say>
          ) : (
            causes.map((line) => (
              <Say key={line} number>
                {line}
              </Say>
            ))
          )}
        </Part>
      )}
      {earlier.length > 0 && (
        <Part>
          <Fold title="Earlier rechecks" note={String(earlier.length)}>
            {earlier.map((r) => (
              <View key={r.id} style={{ gap: 2 }}>
                <Say strong>{sayShortDay(r.on)}</Say>
                <Say>{r.said}</Say>
              </View>
            ))}
            <Say small soft>
              These are kept as they were judged then. A trend uses the raw values against today’s
              method.
            </Say>
          </Fold>
        </Part>
      )}
    </>
  );
  return (
    <Screen {...frame} {...(foot ? { foot } : {})}>
      {isWide ? (
        <View style={{ flexDirection: 'row', gap: space.l }}>
          <View style={{ flex: 3, gap: space.l }}>{verdicts}</View>
          <View style={{ flex: 2, gap: space.l }}>{rest}</View>
        </View>
      ) : (
        <>
          {verdicts}
          {rest}
        </>
      )}
    </Screen>
  );
}

/** One finding or reading, then and now; with `call` undefined the coach is not asked. */
function Verdict({
  line,
  call,
  onCall,
  onBeside,
}: {
  line: RecheckLine;
  call: CoachCall | null | undefined;
  onCall: (call: CoachCall) => void;
  onBeside: (captures: NonNullable<RecheckLine['captures']>) => void;
}) {
  const { colors } = useLook();
  return (
    <View
      style={{
        gap: space.xs,
        borderTopWidth: 1,
        borderColor: colors.hairline,
        paddingTop: space.xs,
      }}
    >
      <View style={{ flexDirection: 'row', gap: space.s, justifyContent: 'space-between' }}>
        <View style={{ flex: 1 }}>
          <Say strong>{sayAim(line.aim)}</Say>
        </View>
        <Say strong>{sayVerdict(line.word)}</Say>
      </View>
      {call !== undefined && <Say number>{sayRecheckLine(line)}</Say>}
      {call === undefined && line.before && <Say number>{sayRecheckLine(line)}</Say>}
      {line.captures && (
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="clear"
            buttonStyle={{ paddingHorizontal: 0 }}
            title="See both side by side"
            aria-label={`See both side by side: ${sayAim(line.aim).toLowerCase()}`}
            onPress={() => line.captures && onBeside(line.captures)}
          />
        </View>
      )}
      {call !== undefined && line.after && line.aim.kind === 'finding' && (
        <Choice
          label={`Your call: ${sayAim(line.aim).toLowerCase()}`}
          options={CALLS}
          value={call ?? ('' as CoachCall)}
          onChange={onCall}
        />
      )}
    </View>
  );
}

const STEP_PLACES: Partial<Record<NextStep, { path: string; label: string }>> = {
  heelDown: { path: 'setup', label: 'Open Set: heel' },
  adjustSetup: { path: 'setup', label: 'Open Set' },
  nextRung: { path: 'prescription', label: 'Open the plan: variation' },
  changeDrill: { path: 'prescription', label: 'Open the plan: routine' },
  refer: { path: 'referral?from=recheck', label: 'Write the referral note' },
};

function StepLink({ step, go }: { step: NextStep; go: (path: string) => void }) {
  const to = STEP_PLACES[step];
  return to ? (
    <View style={{ alignItems: 'flex-start' }}>
      <Button
        type="clear"
        buttonStyle={{ paddingHorizontal: 0 }}
        title={to.label}
        onPress={() => go(to.path)}
      />
    </View>
  ) : null;
}
