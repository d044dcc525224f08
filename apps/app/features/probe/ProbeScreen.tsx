import { router } from 'expo-router';
import { sayEvidence } from '@zither/words/evidence';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Dossier, Tried, TriedValues } from '@zither/contract';
import { CAUSES, testBar, testKey, TESTS, type Need, type Outcome } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import {
  isFront,
  isHeld,
  limitsOf,
  methodOf,
  rulesOn,
  safetyOf,
  conclusionOf,
  barringOf,
  basisOf,
  cuesOf,
  workedOn,
  type SeenLine,
} from '@zither/visit';
import {
  newId,
  useAppDispatch,
  useAppSelector,
  useChanges,
  useTableChanges,
  splitRow,
  settingsActions,
  today,
} from '../data/index.ts';
import { takes } from '@zither/words/takes';
import { toTellAt } from '@zither/words/setup';
import { CausesPart } from './CausesPart.tsx';
import { PainPanel } from './PainPanel.tsx';
import { SeenPart } from './SeenPart.tsx';
import { TestCard } from './TestCard.tsx';
import { TestList } from './TestList.tsx';
import { TriedPart } from './TriedPart.tsx';
import { MovedPart } from './MovedPart.tsx';
import { useOpinion } from './useOpinion.ts';
import { CuePart } from './CuePart.tsx';
import { FrontQuestion } from './FrontQuestion.tsx';
import { VerdictPart } from './VerdictPart.tsx';
import { WorkPart } from './WorkPart.tsx';
import {
  outcomesOffered,
  sayOutcome,
  sayOutcomeShort,
  sayTriedOutcome,
  sayTest,
} from '@zither/words/probe';

/** How pain in a short test is named in the record. */
const painMovement = ({ test, side }: Pick<Tried, 'test' | 'side'>): string =>
  `During the short test: ${sayTest(test, side)}`;

/** Which cause lies behind what was seen, and the one short test that would tell most; every belief says why. */
export function ProbeScreen({
  dossier,
  test,
}: {
  dossier: Dossier;
  /** A test that was picked elsewhere; null = the one that would change most. */
  test: string | null;
}) {
  const { isWide } = useLook();
  const day = today();
  const { client } = dossier;
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const missing = useAppSelector((s) => s.settings.missing);
  const { changes, isUnknown } = useTableChanges();
  const basis = useMemo(
    () => basisOf(dossier, day, limitsOf(safety), missing, rulesOn(changes)),
    [dossier, day, safety, missing, changes],
  );
  const { now, thought, before, isFresh, hasFailed } = useOpinion(
    { dossier, on: day, tables: changes, missingKit: missing },
    {
      signs: basis.signs,
      circumstances: basis.circumstances,
      changes: changes.flatMap((c) => c.changes),
    },
  );
  const { moment, putTried, putDecision, putPain } = useChanges();
  const dispatch = useAppDispatch();
  const [picked, setPicked] = useState<string | null>(test);
  const [last, setLast] = useState<string | null>(null);
  // The front of a joint stopped a test: tight or a pinch is still to be said.
  const [front, setFront] = useState<Outcome | null>(null);
  const setMissing = (next: Need[]) => dispatch(settingsActions.changed({ missing: next }));

  const back = { to: `/clients/${client.id}` as const, label: `Back to ${client.name}` };
  const go = (path: string) => router.navigate(`/clients/${client.id}/${path}`);
  const { since } = basis;
  const undo = (tried: Tried, undone: boolean) => {
    const { ref, clientId, values } = splitRow(tried);
    putTried(clientId, ref, { ...values, undone });
    setLast(null);
  };
  const tried = <TriedPart dossier={dossier} since={since} onUndo={undo} />;
  if (isHeld(safety))
    return (
      <Screen title="Probe" who={client.name} back={back} aside={<StopButton dossier={dossier} />}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          <Say soft>
            No short tests while the client is on hold. Earlier findings and tests are kept.
          </Say>
        </Part>
        {tried}
      </Screen>
    );

  // Does not offer a test recorded a moment ago while the next opinion is being worked out.
  const done = (basis.signs.tests ?? []).map((t) => testKey(t.test, t.side));
  const tests = (thought?.opinion.tests ?? []).filter(
    ({ next }) =>
      !done.includes(testKey(next.test, next.side)) &&
      testBar(next.test, basis.circumstances) === null,
  );
  const keyOf = (t: (typeof tests)[number]) => testKey(t.next.test, t.next.side);
  const first = tests.find((t) => t.isWorth);
  const current = tests.find((t) => keyOf(t) === picked) ?? first ?? null;
  const outcomes = current ? outcomesOffered(current.next.test) : [];
  const isStopped = now?.diagnosis.stop === true;

  const keep = (
    done: Pick<TriedValues, 'test' | 'outcome'> &
      Partial<Pick<TriedValues, 'side' | 'cue' | 'results' | 'felt'>>,
  ) => {
    const id = newId();
    putTried(
      client.id,
      { id, version: 0 },
      {
        takenOn: day,
        takenAt: moment(),
        side: null,
        felt: null,
        cue: null,
        results: [],
        undone: false,
        ...done,
      },
    );
    setLast(id);
  };
  const record = (outcome: Outcome, felt: Tried['felt'] = null) => {
    if (!current) return;
    if (isFront(outcome) && felt === null) {
      setFront(outcome);
      return;
    }
    keep({ test: current.next.test, side: current.next.side, outcome, felt });
    setPicked(null);
    setFront(null);
  };
  const leave = (line: SeenLine, because: string) =>
    putDecision(
      client.id,
      { id: newId(), version: 0 },
      {
        kind: 'leaveAlone',
        on: day,
        at: moment(),
        takenBack: false,
        // Pain is never in the list of what was seen.
        finding: line.fault as Exclude<typeof line.fault, 'pain'>,
        side: line.side,
        because,
      },
    );
  const count = (line: SeenLine) => {
    if (!line.leftAlone) return;
    const { ref, clientId, values } = splitRow(line.leftAlone);
    putDecision(clientId, ref, { ...values, takenBack: true });
  };
  const conclude = () => {
    if (!now) return;
    const causes = conclusionOf(now, sayEvidence);
    if (causes.length === 0) return;
    putDecision(
      client.id,
      { id: newId(), version: 0 },
      { kind: 'workOn', on: day, at: moment(), takenBack: false, causes },
    );
    const refers = causes.some((c) => ['refer', 'stop'].includes(CAUSES[c.cause].kind));
    go(refers ? 'referral?from=probe' : 'setup');
  };

  const lastTried = dossier.tried.find((t) => t.id === last && !t.undone);
  // From the record, not from the tap: a page left or reloaded before the answer must ask again.
  const hurtingTried = dossier.tried.find(
    (t) =>
      t.outcome === 'pain' &&
      !t.undone &&
      t.takenOn === day &&
      !dossier.pains.some((p) => p.on === day && p.movement === painMovement(t)),
  );
  const nothingSeen = basis.seenOn === null;
  const isEmpty = thought !== null && now?.faults === 0 && tests.length === 0;

  const notices = (
    <Part>
      <SafetyNotice clientId={client.id} safety={safety} />
      {hasFailed && (
        <Notice tone="now">
          The part of the app that weighs causes could not be started. Reload the page; nothing is
          lost.
        </Notice>
      )}
      {isUnknown && (
        <Say small soft>
          Your practice’s own tables could not be fetched: the house defaults are used.
        </Say>
      )}
      {nothingSeen && (
        <Notice actions={[{ label: 'To Watch', onPress: () => go('watch') }]}>
          Nothing was looked at yet. Five reps judged by eye are enough: causes are weighed by what
          was seen.
        </Notice>
      )}
    </Part>
  );
  /** What the last tap did, or still has to be asked. */
  const justNow = (
    <>
      {hurtingTried && (
        <PainPanel
          test={sayTest(hurtingTried.test, hurtingTried.side)}
          onPain={(pain) => {
            putPain(
              client.id,
              { id: newId(), version: 0 },
              {
                on: day,
                movement: painMovement(hurtingTried),
                ...pain,
              },
            );
          }}
          onNone={() => {
            undo(hurtingTried, true);
          }}
        />
      )}
      {isStopped && !hurtingTried && (
        <Part>
          <Notice tone="now">
            Something hurts: testing stops for today. Pain is for the client’s clinician; the screen
            decides what may follow.
          </Notice>
        </Part>
      )}
      {!hurtingTried && !isStopped && <MovedPart dossier={dossier} />}
      {lastTried && !hurtingTried && (
        <Part>
          <Notice tone="good" isTight>
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
              <View style={{ flex: 1 }}>
                <Say small>
                  {`Recorded: ${sayTest(lastTried.test, lastTried.side)}, ${sayTriedOutcome(lastTried)}.`}
                </Say>
              </View>
              <Button type="clear" title="Undo" onPress={() => undo(lastTried, true)} />
            </View>
          </Notice>
        </Part>
      )}
    </>
  );
  const causes = (
    <>
      {now && !isStopped && <WorkPart dossier={dossier} opinion={now} />}
      <CausesPart
        opinion={now}
        before={before}
        isEmpty={isEmpty}
        onOpen={(node) => go(`probe/why?cause=${node}`)}
      />
    </>
  );
  const seen = (
    <>
      {!nothingSeen && <SeenPart basis={basis} day={day} onLeave={leave} onCount={count} />}
      <Part>
        <Say soft small>
          {takes('probe', dossier, safety)}
        </Say>
      </Part>
    </>
  );
  const work = (
    <>
      {thought && (
        <VerdictPart
          opinion={thought.opinion}
          hasTest={current !== null && first !== undefined}
          isEmpty={isEmpty}
          decision={workedOn(dossier)}
          onConclude={conclude}
          onTakeBack={(decision) => {
            const { ref, clientId, values } = splitRow(decision);
            putDecision(clientId, ref, { ...values, takenBack: true });
          }}
          onReferral={() => go('referral?from=probe')}
        />
      )}
      {current && !isStopped && (
        <Part title={first ? 'Next test' : 'A test, if you want one'} explains="test">
          <TestCard
            key={keyOf(current)}
            test={current}
            isFirst={current === first}
            isInList={(thought?.tellMore.length ?? 0) > 0}
            onMissing={(need) => setMissing([...missing, need])}
            onSkip={() => go('setup')}
          />
        </Part>
      )}
      {thought && !isStopped && thought.opinion.faults > 0 && (
        <Part>
          <TestList
            thought={thought}
            circumstances={basis.circumstances}
            current={current ? keyOf(current) : null}
            canPutBack={missing}
            onPick={setPicked}
            onTake={(reading) => go(toTellAt(reading))}
            onHere={(need) => setMissing(missing.filter((m) => m !== need))}
          />
        </Part>
      )}
      {now && !isStopped && !hurtingTried && (
        <Part>
          <CuePart
            opinion={now}
            method={methodOf(dossier)}
            barring={barringOf(
              dossier,
              methodOf(dossier),
              limitsOf(safety),
              now,
              dossier.setup?.setup ?? null,
            )}
            cues={cuesOf(dossier.schools)}
            seen={basis.seen}
            onRecord={keep}
          />
        </Part>
      )}
      {tried}
    </>
  );
  // Nothing to press changes under the thumb while the next opinion is being worked out.
  const isWaiting = !isFresh && !hasFailed && basis.seenOn !== null;
  const canRecord = current !== null && !isStopped && !hurtingTried && (first || picked !== null);
  return (
    <Screen
      title="Probe"
      aside={<StopButton dossier={dossier} />}
      who={client.name}
      back={back}
      foot={
        isWaiting ? (
          <RowButton title="Choosing the next test" disabled buttonStyle={{ minHeight: 52 }} />
        ) : canRecord ? (
          <View style={{ flex: 1, gap: space.xs }}>
            {/* How it is done is said whole in the card above. */}
            <Say small numberOfLines={1}>
              <Say small strong>
                {sayTest(current.next.test, current.next.side)}
              </Say>
              {isWide ? '' : `: ${TESTS[current.next.test].how}`}
            </Say>
            {front ? (
              <FrontQuestion
                test={current.next.test}
                outcome={front}
                onSay={(felt) => record(front, felt)}
                onBack={() => setFront(null)}
              />
            ) : (
              <View
                style={{
                  flexDirection: 'row',
                  flexWrap: 'wrap',
                  justifyContent: 'flex-end',
                  gap: 6,
                }}
              >
                {outcomes.map((outcome) => (
                  <RowButton
                    key={outcome}
                    type={outcome === 'pain' ? 'outline' : 'solid'}
                    title={sayOutcomeShort(current.next.test, outcome)}
                    accessibilityLabel={`${sayOutcome(current.next.test, outcome)}: ${sayTest(current.next.test, current.next.side)}`}
                    buttonStyle={{ minHeight: 52, paddingHorizontal: 2 }}
                    titleStyle={{ fontSize: isWide ? 15 : 13, lineHeight: 17 }}
                    onPress={() => record(outcome)}
                  />
                ))}
              </View>
            )}
          </View>
        ) : (
          <RowButton
            title={nothingSeen ? 'Next: Watch' : 'Next: Setup'}
            buttonStyle={{ minHeight: 52 }}
            onPress={() => go(nothingSeen ? 'watch' : 'setup')}
          />
        )
      }
      {...(isWide
        ? {
            panes: [
              <>
                {notices}
                {causes}
                {seen}
              </>,
              <>
                {justNow}
                {work}
              </>,
            ],
          }
        : {})}
    >
      {notices}
      {justNow}
      {/* A test that was asked for comes first, with how it is done and its care. */}
      {test === null ? causes : work}
      {test === null ? work : causes}
      {seen}
    </Screen>
  );
}
