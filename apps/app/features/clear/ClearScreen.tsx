import { Button, Input } from '../../ui/elements.ts';
import { router } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { SCREEN_QUESTIONS, type ScreenQuestion } from '@zither/core';
import type { Dossier, ScreeningValues } from '@zither/contract';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { sayDay } from '../clients/ClientListPane.tsx';
import { newId, useChanges } from '../data/index.ts';
import { today } from '../shell/today.ts';
import { PLACE_NAMES, PURPOSE_NAMES, safetyOf, sayLimit, screenToday } from './safety.ts';

type Answers = ScreeningValues['answers'];

/** The screen: purpose, then one question a card with the two answers under the thumb, then the outcome. */
export function ClearScreen({ dossier }: { dossier: Dossier }) {
  const { client, screening } = dossier;
  const { putScreening } = useChanges();
  const [freshId] = useState(newId);
  const [detailOf, setDetailOf] = useState<ScreenQuestion | null>(null);
  const [isRepeating, setIsRepeating] = useState(false);
  const isToday = screening?.takenOn === today();
  const isDone = screening !== null && screening.asked.length === SCREEN_QUESTIONS.length;
  // An earlier, finished screen is shown as it stands until the coach asks again.
  const now = isDone && !isToday && !isRepeating ? screening : screenToday(dossier, today());
  const change = (values: Partial<ScreeningValues>) => {
    setDetailOf(null);
    putScreening(client.id, isToday && screening ? screening : { id: freshId, version: 0 }, {
      ...now,
      ...values,
    });
  };
  const answer = (question: ScreenQuestion, given: Answers) => {
    const { [question.id]: _before, ...others } = now.answers;
    change({
      asked: [...now.asked.filter((id) => id !== question.id), question.id],
      answers: { ...others, ...given },
    });
  };
  const next = SCREEN_QUESTIONS.find((q) => !now.asked.includes(q.id));
  const left = SCREEN_QUESTIONS.length - now.asked.length;
  const back = { to: `/clients/${client.id}`, label: `Back to ${client.name}` };

  if (now.purpose === null)
    return (
      <Screen title="Clear" who={client.name} back={back}>
        <Part
          title="What is the squat for?"
          hint="What nobody can say the purpose of is not prescribed."
        >
          <View style={{ gap: space.s }}>
            {(Object.keys(PURPOSE_NAMES) as NonNullable<ScreeningValues['purpose']>[]).map(
              (purpose) => (
                <Button
                  key={purpose}
                  type="outline"
                  title={PURPOSE_NAMES[purpose]}
                  buttonStyle={{ minHeight: 52 }}
                  onPress={() => change({ purpose })}
                />
              ),
            )}
          </View>
        </Part>
      </Screen>
    );

  if (next)
    return (
      <Screen
        title="Clear"
        who={client.name}
        back={back}
        foot={
          detailOf === null && (
            <>
              <Button
                title="Yes"
                type="outline"
                containerStyle={{ flex: 1 }}
                buttonStyle={{ minHeight: 60 }}
                onPress={() =>
                  next.detail ? setDetailOf(next) : answer(next, { [next.id]: true })
                }
              />
              <Button
                title="No"
                containerStyle={{ flex: 2 }}
                buttonStyle={{ minHeight: 60 }}
                onPress={() => answer(next, {})}
              />
            </>
          )
        }
      >
        <Part>
          <Say soft>{left === 1 ? 'Last question' : `${left} questions left`}</Say>
          <Heading level={2} style={{ fontSize: 26, lineHeight: 34 }}>
            {next.words}
          </Heading>
          {isToday || screening === null ? null : (
            <Say soft small>
              Asked again because it may have changed since {screening.takenOn}.
            </Say>
          )}
          {detailOf && <Detail question={detailOf} onAnswer={(given) => answer(detailOf, given)} />}
        </Part>
      </Screen>
    );

  return (
    <Screen
      title="Clear"
      who={client.name}
      back={back}
      foot={
        <>
          {!isToday && (
            <Button
              title="Ask again"
              type="outline"
              containerStyle={{ flex: 1 }}
              buttonStyle={{ minHeight: 52 }}
              onPress={() => setIsRepeating(true)}
            />
          )}
          <Button
            title="Next: Measure"
            containerStyle={{ flex: 1 }}
            buttonStyle={{ minHeight: 52 }}
            onPress={() => router.navigate(`/clients/${client.id}/measure` as never)}
          />
        </>
      }
    >
      <Outcome dossier={dossier} />
      <Part
        title="Answers"
        hint={`${sayDay(now.takenOn)}, for ${PURPOSE_NAMES[now.purpose].toLowerCase()}. Tap one to answer it again.`}
      >
        {SCREEN_QUESTIONS.map((question) => {
          const said = now.answers[question.id];
          const isYes = said !== undefined && said !== false;
          return (
            <Button
              key={question.id}
              type="clear"
              title={`${question.words} ${isYes ? 'Yes' : 'No'}`}
              titleStyle={{ textAlign: 'left', flexShrink: 1 }}
              buttonStyle={{ justifyContent: 'flex-start', paddingHorizontal: 0 }}
              onPress={() => {
                setIsRepeating(true);
                change({
                  asked: screenToday(dossier, today()).asked.filter((id) => id !== question.id),
                });
              }}
            />
          );
        })}
      </Part>
    </Screen>
  );
}

/** What a "yes" still needs, then the answer as the rules read it. */
function Detail({
  question,
  onAnswer,
}: {
  question: ScreenQuestion;
  onAnswer: (given: Answers) => void;
}) {
  const [place, setPlace] = useState<keyof typeof PLACE_NAMES | ''>('');
  if (question.detail === 'clearedByClinician')
    return (
      <TwoWays
        words="Has a clinician cleared squatting since?"
        onAnswer={(clearedByClinician) => onAnswer({ recentInjury: { clearedByClinician } })}
      />
    );
  if (question.detail === 'guardianPresent')
    return (
      <TwoWays
        words="Is a guardian here?"
        onAnswer={(guardianPresent) => onAnswer({ under16: { guardianPresent } })}
      />
    );
  return (
    <View style={{ gap: space.l }}>
      <PlaceChoice place={place} onChange={setPlace} />
      {place !== '' && <LevelChoice onChange={(level) => onAnswer({ pain: { place, level } })} />}
    </View>
  );
}

function TwoWays({ words, onAnswer }: { words: string; onAnswer: (yes: boolean) => void }) {
  return (
    <View style={{ gap: space.m }}>
      <Say strong>{words}</Say>
      <View style={{ flexDirection: 'row', gap: space.m }}>
        {[true, false].map((yes) => (
          <Button
            key={String(yes)}
            type="outline"
            title={yes ? 'Yes, that too' : 'No, not yet'}
            containerStyle={{ flex: 1 }}
            buttonStyle={{ minHeight: 60 }}
            onPress={() => onAnswer(yes)}
          />
        ))}
      </View>
    </View>
  );
}

/** Where it hurts. */
export function PlaceChoice({
  place,
  onChange,
}: {
  place: keyof typeof PLACE_NAMES | '';
  onChange: (place: keyof typeof PLACE_NAMES) => void;
}) {
  return (
    <Choice
      label="Where?"
      options={(Object.keys(PLACE_NAMES) as (keyof typeof PLACE_NAMES)[]).map((value) => ({
        value,
        label: PLACE_NAMES[value],
      }))}
      value={place as keyof typeof PLACE_NAMES}
      onChange={onChange}
    />
  );
}

/** How much, 1–10; a tap answers. */
export function LevelChoice({ onChange }: { onChange: (level: number) => void }) {
  return (
    <Choice
      label="How much, out of 10?"
      options={Array.from({ length: 10 }, (_, i) => ({
        value: String(i + 1),
        label: String(i + 1),
        spoken: `Pain ${i + 1} of 10`,
      }))}
      value=""
      onChange={(level) => onChange(Number(level))}
    />
  );
}

function Outcome({ dossier }: { dossier: Dossier }) {
  const safety = safetyOf(dossier, today());
  if (safety.state === 'notScreened') return null;
  const { outcome } = safety;
  const body: ReactNode =
    outcome.kind === 'go' ? (
      <Notice tone="good">
        <Say strong>Go: nothing stands in the way.</Say>
      </Notice>
    ) : outcome.kind === 'withinLimits' ? (
      <>
        <Notice tone="before">
          <View style={{ gap: 2 }}>
            <Say strong>Go within limits</Say>
            {outcome.limits.map((limit) => (
              <Say key={limit.kind}>{sayLimit(limit)}</Say>
            ))}
          </View>
        </Notice>
        {outcome.reasons.map((reason) => (
          <Say key={reason}>{reason}</Say>
        ))}
      </>
    ) : (
      <>
        <Notice
          tone="now"
          actions={[
            {
              label: 'Referral note',
              onPress: () => router.navigate(`/clients/${dossier.client.id}/referral` as never),
            },
          ]}
        >
          <View style={{ gap: 2 }}>
            <Say strong>Hold and refer</Say>
            {outcome.reasons.map((reason) => (
              <Say key={reason}>{reason}</Say>
            ))}
          </View>
        </Notice>
        <ClearanceForm dossier={dossier} covers={outcome.holdRules} />
      </>
    );
  return (
    <Part>
      {body}
      {dossier.clearance && (
        <Say soft small>
          {`Clearance by ${dossier.clearance.who}, ${dossier.clearance.licence}, ${dossier.clearance.givenOn}${dossier.clearance.expiresOn ? ` to ${dossier.clearance.expiresOn}` : ''}.`}
        </Say>
      )}
    </Part>
  );
}

const CLEARANCE_LIMITS = [
  { value: 'none', label: 'None', limits: [] },
  { value: 'noLoad', label: 'No load', limits: [{ kind: 'noLoad' as const }] },
  {
    value: 'parallel',
    label: 'No load, to parallel',
    limits: [{ kind: 'noLoad' as const }, { kind: 'depthCap' as const, thighDepthDeg: 0 }],
  },
  {
    value: 'supported',
    label: 'Supported only',
    limits: [{ kind: 'noLoad' as const }, { kind: 'supportedOnly' as const }],
  },
] as const;

/** Records a clinician's word: the only thing that lifts a hold. */
function ClearanceForm({ dossier, covers }: { dossier: Dossier; covers: readonly string[] }) {
  const { putClearance } = useChanges();
  const [who, setWho] = useState('');
  const [licence, setLicence] = useState('');
  const [expiresOn, setExpiresOn] = useState('');
  const [limits, setLimits] = useState<(typeof CLEARANCE_LIMITS)[number]['value']>('noLoad');
  const [problem, setProblem] = useState<string | null>(null);
  const record = () => {
    const until = expiresOn.trim();
    if (who.trim() === '' || licence.trim() === '') {
      setProblem('Write who cleared it and under which licence.');
      return;
    }
    if (until !== '' && !/^\d{4}-\d{2}-\d{2}$/.test(until)) {
      setProblem('Write the last day as yyyy-mm-dd, or leave it empty.');
      return;
    }
    if (until !== '' && until < today()) {
      setProblem('This clearance has already run out.');
      return;
    }
    setProblem(null);
    putClearance(
      dossier.client.id,
      { id: newId(), version: 0 },
      {
        who: who.trim(),
        licence: licence.trim(),
        givenOn: today(),
        expiresOn: until === '' ? null : until,
        covers: [...covers],
        limits: [...(CLEARANCE_LIMITS.find((c) => c.value === limits)?.limits ?? [])],
      },
    );
  };
  return (
    <Fold
      title="Record a clearance"
      note="Who, licence, limits and until when. Only this lifts the hold."
    >
      <Input
        label="Cleared by"
        aria-label="Cleared by"
        value={who}
        onChangeText={setWho}
        renderErrorMessage={false}
      />
      <Input
        label="Licence"
        aria-label="Licence"
        value={licence}
        onChangeText={setLicence}
        renderErrorMessage={false}
      />
      <Input
        label="Until (yyyy-mm-dd, empty = open)"
        aria-label="Until (yyyy-mm-dd, empty = open)"
        value={expiresOn}
        onChangeText={setExpiresOn}
        renderErrorMessage={false}
      />
      <Choice label="Limits given" options={CLEARANCE_LIMITS} value={limits} onChange={setLimits} />
      {problem && <Notice tone="now">{problem}</Notice>}
      <Button title="Record clearance" onPress={record} />
    </Fold>
  );
}
