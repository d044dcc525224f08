import { capital } from '@zither/words/terms';
import { useLocalSearchParams } from 'expo-router';
import { useMemo, type ReactNode } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { CAUSES, NODES, type Weight } from '@zither/core';
import { sayEvidence, sayReason } from '@zither/words/evidence';
import { Notice } from '../../ui/Notice.tsx';
import { NumberTrace } from '../instrument/index.ts';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import {
  basisOf,
  causeShown,
  choiceOn,
  choicesOf,
  limitsOf,
  mayWorkOn,
  safetyOf,
  rulesOn,
} from '@zither/visit';
import { sayChosen, sayNoFault } from '@zither/words/working';
import { ChooseRow } from './ChooseRow.tsx';
import { useAppSelector, useTableChanges, today } from '../data/index.ts';
import { BeliefBar } from './BeliefBar.tsx';
import { useReasons } from './useOpinion.ts';
import { sayCause, sayShare, sayWeight, sureWord, sayPrior, sayWeak } from '@zither/words/probe';

/** Weights below this are gathered in one line. */
const SAID_FROM = 0.15;

/** One belief laid open: where it started, what each piece of evidence did to it, and what would change the mind. */
export function WhyScreen({ dossier }: { dossier: Dossier }) {
  const { cause } = useLocalSearchParams<{ cause: string }>();
  const { isWide } = useLook();
  const { client } = dossier;
  const day = today();
  const missing = useAppSelector((s) => s.settings.missing);
  const { changes } = useTableChanges();
  const node = Number(cause);
  const entry = Number.isInteger(node) ? NODES[node] : undefined;
  const basis = useMemo(
    () => basisOf(dossier, day, limitsOf(safetyOf(dossier, day)), missing, rulesOn(changes)),
    [dossier, day, missing, changes],
  );
  const { reasons, hasFailed } = useReasons(
    {
      signs: basis.signs,
      circumstances: basis.circumstances,
      changes: changes.flatMap((c) => c.changes),
    },
    entry ? node : 0,
  );
  const back = { to: `/clients/${client.id}/probe` as const, label: 'Back to Probe' };
  if (!entry)
    return (
      <Screen title="Why" who={client.name} back={back}>
        <Part>
          <Notice>There is no such cause. Go back and choose one from the list.</Notice>
        </Part>
      </Screen>
    );
  const { kind, means } = CAUSES[entry.cause];
  const isRefer = kind === 'refer' || kind === 'stop';
  const noFault = sayNoFault(entry.cause);
  const choice = choiceOn(choicesOf(dossier), {
    kind: 'cause',
    cause: entry.cause,
    side: entry.side,
  });
  const said = reasons?.ledger.filter((w) => Math.abs(w.bits) >= SAID_FROM) ?? [];
  const shown = reasons && causeShown({ probability: reasons.probability, because: said });
  const rest = (reasons?.ledger.length ?? 0) - said.length;
  const ledger = (
    <Part
      title="Evidence for and against"
      hint="How far each piece moves the chance when the others stay. Heaviest first."
    >
      {reasons && said.length === 0 && <Say soft>No evidence yet; showing how common it is.</Say>}
      {said.length > 0 && (
        <View role="table" aria-label="Evidence and its weight">
          {shown?.trace.evidence.map((w, i) => (
            <LedgerRow key={`${sayEvidence(w.evidence)} ${i}`} weight={w} />
          ))}
        </View>
      )}
      {rest > 0 && (
        <Say small soft>
          {sayWeak(rest)}
        </Say>
      )}
    </Part>
  );
  const equations = (
    <Part title="What the chance of a cause rests on" explains="likely">
      {shown && <NumberTrace numbers={[shown]} />}
    </Part>
  );
  const changers = (
    <Part
      title="What would change my mind"
      hint="Findings that would change it: not known yet, or possibly different on a second look. Each alone."
    >
      {reasons?.changers.length === 0 && (
        <Say soft>Nothing that could still be tested or read here would move it much.</Say>
      )}
      {reasons?.changers.map((c, i) => (
        <Row key={`${sayEvidence(c.evidence)} ${i}`}>
          <View style={{ flex: 1 }}>
            <Say>{`${sayEvidence(c.evidence)}${c.again ? ', on a second look' : ''}`}</Say>
          </View>
          <Say strong number>
            {`${sayShare(reasons.probability)} → ${sayShare(c.to)}`}
          </Say>
        </Row>
      ))}
    </Part>
  );
  const head = (
    <Part>
      {hasFailed && (
        <Notice tone="now">
          The part of the app that weighs causes could not be started. Reload the page.
        </Notice>
      )}
      <Say>{means}</Say>
      {isRefer && <Notice tone="now">For a clinician: no drill is given for it here.</Notice>}
      {reasons ? (
        <View style={{ gap: space.xs }}>
          <Say strong number>
            {`${sayShare(reasons.probability)}, ${sureWord(reasons.probability)}`}
          </Say>
          <BeliefBar probability={reasons.probability} before={reasons.prior} refer={isRefer} />
          <Say small soft>
            {sayPrior(reasons.prior)}
          </Say>
        </View>
      ) : (
        <Say soft>Weighing…</Say>
      )}
      {noFault !== null && <Notice>{noFault}</Notice>}
      {mayWorkOn(entry.cause) && (
        <ChooseRow
          dossier={dossier}
          of={{ kind: 'cause', cause: entry.cause, side: entry.side }}
          name={sayCause(node)}
          isWorkedOn={false}
        />
      )}
      {choice && <Say small>{`${capital(sayChosen(choice))}.`}</Say>}
    </Part>
  );
  return (
    <Screen
      title={sayCause(node)}
      who={`${client.name} · why`}
      back={back}
      {...(isWide
        ? {
            panes: [
              <>
                {head}
                {changers}
                {equations}
              </>,
              ledger,
            ],
          }
        : {})}
    >
      {head}
      {ledger}
      {changers}
      {equations}
    </Screen>
  );
}

function Row({ children }: { children: ReactNode }) {
  const { colors } = useLook();
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: space.s,
        paddingVertical: space.s,
        borderTopWidth: 1,
        borderColor: colors.hairline,
      }}
    >
      {children}
    </View>
  );
}

/** So many bits fill the bar from the middle to its end. */
const FULL_BITS = 4;

/** One piece of evidence: what was seen, how it affects this cause, and a bar from the middle, right for and left against. */
function LedgerRow({ weight }: { weight: Weight }) {
  const { colors } = useLook();
  const what = sayEvidence(weight.evidence);
  const share = Math.min(1, Math.abs(weight.bits) / FULL_BITS) * 50;
  const isFor = weight.bits >= 0;
  return (
    <View
      role="row"
      style={{ paddingVertical: space.s, gap: 4, borderTopWidth: 1, borderColor: colors.hairline }}
    >
      <View role="cell">
        <Say strong>{capital(what)}</Say>
        <Say small>{sayReason(weight)}</Say>
      </View>
      <View role="cell" style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View aria-hidden style={{ flex: 1, height: 12 }}>
          <View
            style={{
              position: 'absolute',
              left: '50%',
              width: 1,
              top: 0,
              bottom: 0,
              backgroundColor: colors.inkSoft,
            }}
          />
          <View
            style={{
              position: 'absolute',
              top: 3,
              height: 6,
              width: `${share}%`,
              left: isFor ? '50%' : `${50 - share}%`,
              backgroundColor: isFor ? colors.ink : colors.paper,
              borderWidth: 1,
              borderColor: colors.ink,
            }}
          />
        </View>
        <View style={{ minWidth: 128 }}>
          <Say small strong>
            {sayWeight(weight.bits)}
          </Say>
        </View>
      </View>
    </View>
  );
}
