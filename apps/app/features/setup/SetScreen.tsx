import { router } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { isSame, type Case } from '@zither/core';
import { isHeld, lockOf, sidesOf } from '@zither/visit';
import { sayUseButton } from '@zither/words/locking';
import { saySides } from '@zither/words/sides';
import { RowButton } from '../../ui/RowButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import { BeforeLoadPart, Instrument } from '../instrument/index.ts';
import { AlternativesPart } from './AlternativesPart.tsx';
import { AnswerPart, FurtherPart } from './AnswerPart.tsx';
import { HeelPart } from './HeelPart.tsx';
import { HistoryPart } from './HistoryPart.tsx';
import { MapPart } from './MapPart.tsx';
import { NotYetScreen } from './NotYetScreen.tsx';
import { segmentOf, SEGMENTS, type Segment } from './segments.ts';
import { shownOn, type Shown } from './shown.ts';
import { TrialsFoot } from './TrialsFoot.tsx';
import { TrialAsks, TrialsPart } from './TrialsPart.tsx';
import { useSetPage, type SetPage } from './useSetPage.ts';
import { useTrial } from './useTrial.ts';
import { WorkPart } from './WorkPart.tsx';

const TALL = { minHeight: 52 };

/** Set: the answer and its figure on top, its sides below. A change is shown first, compared with the setup in use, and one tap uses it. */
export function SetScreen({
  dossier,
  show,
  onShow,
}: {
  dossier: Dossier;
  /** The segment the address names. */
  show: string | undefined;
  onShow: (segment: Segment) => void;
}) {
  const { client } = dossier;
  const page = useSetPage(dossier);
  const segment = segmentOf(show);
  const back = { to: `/clients/${client.id}` as const, label: `Back to ${client.name}` };
  const shown = useMemo(() => shownOn(page, segment), [page, segment]);
  const drawn = useDrawn(page, shown);
  const trial = useTrial(page, shown);

  if (isHeld(page.safety) || !page.basis)
    return (
      <NotYetScreen dossier={dossier} safety={page.safety} back={back}>
        The setup starts from the ankles: measure dorsiflexion on both sides first.
      </NotYetScreen>
    );

  const foot =
    segment === 'trials' && trial.canRecord ? (
      <TrialsFoot trial={trial} />
    ) : page.looked && segment !== 'trials' ? (
      <LookFoot page={page} />
    ) : (
      <RowButton
        title="Next: Plan"
        buttonStyle={TALL}
        onPress={() => router.navigate(`/clients/${client.id}/prescription`)}
      />
    );
  const lead = (
    <>
      <View style={{ paddingHorizontal: space.l, paddingTop: space.xs }}>
        <SafetyNotice clientId={client.id} safety={page.safety} />
      </View>
      {segment === 'trials' && <TrialAsks trial={trial} />}
      <AnswerPart page={page} shown={shown} segment={segment} onShow={onShow} />
      <Part>
        <Choice
          label="Of this setup"
          hideLabel
          isTight
          options={SEGMENTS}
          value={segment}
          onChange={onShow}
        />
      </Part>
    </>
  );
  if (!drawn)
    return (
      <Screen
        title="Setup"
        aside={<StopButton dossier={dossier} />}
        who={client.name}
        back={back}
        foot={foot}
        lead={lead}
        pinned={page.hasFailed ? null : <Waiting what="the figure" />}
      >
        {null}
      </Screen>
    );
  return (
    <Instrument
      question={drawn.question}
      before={drawn.before}
      beforeIs={drawn.beforeIs}
      method={drawn.method}
      ground={page.ground}
      onChange={(next) =>
        page.look({ setup: next.setup, targetDepthDeg: next.target.thighDepthDeg }, drawn.method)
      }
    >
      {({ pinned, body, preview }) => (
        <Screen
          // What is asked next stands at the top, wherever the page was scrolled to.
          key={segment === 'trials' ? trial.step : 'setup'}
          title="Setup"
          aside={<StopButton dossier={dossier} />}
          who={client.name}
          back={back}
          lead={lead}
          pinned={pinned}
          onPhone={segment === 'why' ? 'stays' : segment === 'trials' ? 'first' : 'last'}
          foot={foot}
        >
          {(segment === 'why' || segment === 'trials') && page.moved && (
            <Part>
              <View aria-live="polite">
                <Say small strong>
                  {page.moved}
                </Say>
              </View>
            </Part>
          )}
          {segment === 'why' && (
            <>
              <FurtherPart page={page} shown={shown} />
              <Sides dossier={dossier} question={drawn.question} />
              <HeelPart
                dossier={dossier}
                basis={page.basis}
                question={drawn.question}
                method={drawn.method}
              />
              <BeforeLoadPart dossier={dossier} question={drawn.question} limits={page.limits} />
              {body}
              <WorkPart page={page} question={drawn.question} method={drawn.method} />
            </>
          )}
          {segment === 'alternatives' && <AlternativesPart page={page} />}
          {segment === 'map' && (
            <MapPart page={page} from={drawn.question} method={drawn.method} onPreview={preview} />
          )}
          {segment === 'trials' && (
            <TrialsPart page={page} trial={trial} question={drawn.question} onShow={onShow} />
          )}
          {segment === 'history' && <HistoryPart page={page} />}
        </Screen>
      )}
    </Instrument>
  );
}

/** What the figure shows, and the ghost behind it: the setup in use, or how the client stands where the shown one is only proposed. */
function useDrawn(page: SetPage, shown: Shown | null) {
  const { use, habit, caseOf } = page;
  return useMemo(() => {
    const question = shown && caseOf(shown.at, shown.at.method);
    if (!shown || !question) return null;
    const isOther = use !== null && !isSame(shown.at, use);
    return {
      question,
      method: shown.at.method,
      ...(isOther && use.from !== 'habit'
        ? {
            before: caseOf(use, use.method),
            beforeIs: use.from === 'proposed' ? 'the proposed setup' : 'the setup in use',
          }
        : use?.from === 'proposed' || isOther
          ? { before: habit, beforeIs: `${page.dossier.client.name} unprompted` }
          : { before: null, beforeIs: undefined }),
    };
  }, [shown, use, habit, caseOf, page.dossier.client.name]);
}

/** Under the thumb while something else is looked at: use it, or go back. */
function LookFoot({ page: { looked, look, putInUse, dossier } }: { page: SetPage }) {
  if (!looked) return null;
  const isLocked = lockOf(dossier) !== null;
  return (
    <>
      <RowButton
        type="outline"
        title="Back"
        accessibilityLabel="Back to the setup in use"
        buttonStyle={TALL}
        onPress={() => look(null)}
      />
      <RowButton
        title={sayUseButton(isLocked)}
        share={2}
        buttonStyle={TALL}
        onPress={() => {
          putInUse(looked, looked.method, true);
          look(null);
        }}
      />
    </>
  );
}

/** How the sides differ in this setup. */
function Sides({ dossier, question }: { dossier: Dossier; question: Case }) {
  const sides = useMemo(() => sidesOf(dossier, question), [dossier, question]);
  const says = sides ? saySides(question, sides) : [];
  if (says.length === 0) return null;
  return (
    <Part title="Left and right">
      {says.map((line) => (
        <Say key={line} number>
          {line}
        </Say>
      ))}
    </Part>
  );
}
