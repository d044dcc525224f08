import { count } from '@zither/words/terms';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { nextQuestion, SCREEN_QUESTIONS, type ScreenQuestion } from '@zither/core';
import type { Dossier, ScreeningValues } from '@zither/contract';
import { Heading, Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { newId, useAppSelector, useChanges, sayDay, today } from '../data/index.ts';
import { DecidePart } from './DecidePart.tsx';
import { Detail } from './Detail.tsx';
import { Outcome } from './Outcome.tsx';
import { StopButton } from './StopButton.tsx';
import { WhyChanged } from './WhyChanged.tsx';
import { PURPOSE_NAMES, sayAnswered } from '@zither/words/safety';
import {
  isAnswerCorrected,
  isHeld,
  isSlip,
  newestScreening,
  safetyOf,
  screenToday,
} from '@zither/visit';
import { answered } from '@zither/visit/merging';

type Answers = ScreeningValues['answers'];

/** The screen: purpose, then one question a card with the two answers under the thumb, then the outcome. */
export function ClearScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const screening = newestScreening(dossier);
  const { moment, putScreening } = useChanges();
  const [freshId] = useState(newId);
  const [detailOf, setDetailOf] = useState<ScreenQuestion | null>(null);
  const [isRepeating, setIsRepeating] = useState(false);
  /** The question whose “yes” of today the coach wants to take back. */
  const [changing, setChanging] = useState<ScreenQuestion['id'] | null>(null);
  const initials = useAppSelector((s) => s.settings.initials);
  const isToday = screening?.takenOn === today();
  const isDone = screening !== null && screening.asked.length === SCREEN_QUESTIONS.length;
  // An earlier, finished screen is shown as it stands until the coach asks again.
  const now = isDone && !isToday && !isRepeating ? screening : screenToday(dossier, today());
  const change = (values: Partial<ScreeningValues>) => {
    setDetailOf(null);
    // An answer given now belongs to today, whichever day's screen the page shows.
    putScreening(client.id, isToday && screening ? screening : { id: freshId, version: 0 }, {
      ...screenToday(dossier, today()),
      ...values,
    });
  };
  const answer = ({ id: asked }: ScreenQuestion, given: Answers) => {
    change(answered(now, asked, given, moment()));
  };
  const askAgain = (asked: ScreenQuestion['id']) => {
    setChanging(null);
    setIsRepeating(true);
    change({ asked: screenToday(dossier, today()).asked.filter((id) => id !== asked) });
  };
  const safety = safetyOf(dossier, today());
  const holding = new Set(
    isHeld(safety) && safety.state !== 'notScreened' && safety.outcome.kind === 'hold'
      ? safety.outcome.standing.flatMap(({ rule, told }) =>
          told.source?.ofId === screening?.id ? [rule.when.question] : [],
        )
      : [],
  );
  const isCorrected = (question: ScreenQuestion['id']) =>
    screening !== null && isAnswerCorrected(dossier, screening, question);
  const { question: next, left } = nextQuestion(now.asked);
  const back = { to: `/clients/${client.id}` as const, label: `Back to ${client.name}` };

  if (now.purpose === null)
    return (
      <Screen title="Clear" aside={<StopButton dossier={dossier} />} who={client.name} back={back}>
        <Part title="What is the squat for?" hint="Choose what the squat is for first.">
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
        aside={<StopButton dossier={dossier} />}
        who={client.name}
        back={back}
        foot={
          detailOf === null && (
            <>
              <RowButton
                title="Yes"
                type="outline"
                buttonStyle={{ minHeight: 60 }}
                onPress={() =>
                  next.detail ? setDetailOf(next) : answer(next, { [next.id]: true })
                }
              />
              <RowButton
                title="No"
                type="outline"
                buttonStyle={{ minHeight: 60 }}
                onPress={() => answer(next, {})}
              />
            </>
          )
        }
      >
        <DecidePart dossier={dossier} />
        <Part>
          <Say soft>{left === 1 ? 'Last question' : `${count(left, 'question')} left`}</Say>
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
      aside={<StopButton dossier={dossier} />}
      who={client.name}
      back={back}
      foot={
        <>
          {!isToday && (
            <RowButton
              title="Ask again"
              type="outline"
              buttonStyle={{ minHeight: 52 }}
              onPress={() => setIsRepeating(true)}
            />
          )}
          <RowButton
            title="Next: Measure"
            buttonStyle={{ minHeight: 52 }}
            onPress={() => router.navigate(`/clients/${client.id}/measure`)}
          />
        </>
      }
    >
      <Outcome dossier={dossier} />
      <Part title="Answers" hint={sayAnswered(sayDay(now.takenOn), now.purpose)}>
        {SCREEN_QUESTIONS.map((question) => {
          const said = now.answers[question.id];
          const isYes = said !== undefined && said !== false;
          // An answer that put the client on hold is corrected with a reason, above; it is not simply answered again.
          const isHolding = holding.has(question.id);
          const isFresh =
            isToday && screening !== null && isSlip(screening, question.id, initials, moment());
          return (
            <Button
              key={question.id}
              type="clear"
              title={`${question.words} ${isYes ? (isCorrected(question.id) ? 'Yes, corrected to no' : 'Yes') : 'No'}`}
              disabled={isHolding && !isFresh}
              titleStyle={{ textAlign: 'left', flexShrink: 1 }}
              buttonStyle={{ justifyContent: 'flex-start', paddingHorizontal: 0 }}
              onPress={() =>
                isYes && isToday && !isSlip(screening, question.id, initials, moment())
                  ? setChanging(question.id)
                  : askAgain(question.id)
              }
            />
          );
        })}
        {changing && screening && (
          <WhyChanged
            dossier={dossier}
            screening={screening}
            question={changing}
            onSaid={() => askAgain(changing)}
            onLeave={() => setChanging(null)}
          />
        )}
      </Part>
    </Screen>
  );
}
