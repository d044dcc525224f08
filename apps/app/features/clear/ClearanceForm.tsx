import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { USUAL_LIMITS, type SafetyLimit } from '@zither/core';
import { Button, Input } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Say } from '../../ui/Say.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Ticks } from '../../ui/Ticks.tsx';
import { newId, useChanges, useDraft, today } from '../data/index.ts';
import { allTold, toldJoint } from '@zither/visit';
import { clearanceProblem } from '@zither/words/clearance';
import { sayLimit } from '@zither/words/safety';
import { JointLimits } from './JointLimits.tsx';

interface Draft {
  who: string;
  licence: string;
  expiresOn: string;
  givenOn: string;
  limits: readonly SafetyLimit[];
  /** Rules that it names. */
  covers: readonly string[];
}

/** Records a clinician's word: the only thing that lifts a hold, and what says how far a joint may go. */
export function ClearanceForm({
  dossier,
  reasons,
  lifts,
}: {
  dossier: Dossier;
  /** Rules that it may name, in the words of what was told. */
  reasons: readonly { id: string; says: string; limits: readonly SafetyLimit[] }[];
  /** Whether there is a hold to lift; else it only says what is allowed. */
  lifts: boolean;
}) {
  const { putClearance } = useChanges();
  const named = reasons.map((r) => r.id).join(' ');
  const brought = new Set(reasons.flatMap((r) => r.limits.map(sayLimit)));
  const broughtKey = [...brought].join('|');
  const now = useMemo(
    () => USUAL_LIMITS.filter((l) => broughtKey.split('|').includes(sayLimit(l))),
    [broughtKey],
  );
  const {
    value: draft,
    set,
    drop,
  } = useDraft<Draft>(
    `clearance/${dossier.client.id}/${named}`,
    useMemo(
      () => ({
        who: '',
        licence: '',
        expiresOn: '',
        givenOn: today(),
        // It starts from what applies now: what the clinician allows is unticked.
        limits: lifts ? USUAL_LIMITS.filter((l) => l.kind === 'noLoad') : now,
        // A hold is cleared as a whole; of several limits the coach says which.
        covers: lifts || named.includes(' ') === false ? named.split(' ') : [],
      }),
      [lifts, named, now],
    ),
  );
  const { who, licence, expiresOn, givenOn } = draft;
  const covers = draft.covers.filter((id) => reasons.some((r) => r.id === id));
  // By what they say: a draft read back holds other objects.
  const limits = USUAL_LIMITS.filter((l) => draft.limits.some((d) => sayLimit(d) === sayLimit(l)));
  const joints = draft.limits.filter((l) => l.kind === 'jointRange');
  const change = (part: Partial<Draft>) => set({ ...draft, ...part });
  const [problem, setProblem] = useState<string | null>(null);
  const toggle = (limit: SafetyLimit) =>
    change({
      limits: [
        ...joints,
        ...(limits.includes(limit)
          ? limits.filter((l) => l !== limit)
          : // Two depths cannot both be the deepest.
            [...limits.filter((l) => l.kind !== limit.kind), limit]),
      ],
    });
  const record = () => {
    const form = {
      who: who.trim(),
      licence: licence.trim(),
      givenOn: givenOn.trim(),
      expiresOn: expiresOn.trim(),
    };
    const found = clearanceProblem({ ...form, covers: covers.length }, today());
    setProblem(found);
    if (found !== null) return;
    putClearance(
      dossier.client.id,
      { id: newId(), version: 0 },
      {
        ...form,
        expiresOn: form.expiresOn === '' ? null : form.expiresOn,
        covers: [...covers],
        limits: [...limits, ...joints],
        seen: allTold(dossier).slice(0, 400),
      },
    );
    drop();
  };
  return (
    <Fold
      title={lifts ? 'Record a clearance' : 'Record what a clinician allows'}
      note={
        lifts
          ? 'Who, licence, limits and until when. It lifts the hold it covers.'
          : 'Its limits replace those of the reasons it names. All others stay.'
      }
    >
      <Input
        label="Cleared by"
        aria-label="Cleared by"
        value={who}
        onChangeText={(who) => change({ who })}
        renderErrorMessage={false}
      />
      <Input
        label="Licence"
        aria-label="Licence"
        value={licence}
        onChangeText={(licence) => change({ licence })}
        renderErrorMessage={false}
      />
      <DateField label="Given on" value={givenOn} onChange={(givenOn) => change({ givenOn })} />
      <DateField
        label="Until; empty: open"
        spoken="Until"
        value={expiresOn}
        onChange={(expiresOn) => change({ expiresOn })}
      />
      {!lifts && (
        <View role="group" aria-label="It was given for">
          <Say small soft>
            It was given for
          </Say>
          {reasons.map(({ id, says }) => (
            <Tick
              key={id}
              title={says}
              checked={covers.includes(id)}
              onPress={() =>
                change({
                  covers: covers.includes(id) ? covers.filter((c) => c !== id) : [...covers, id],
                })
              }
            />
          ))}
        </View>
      )}
      <Ticks
        label="Limits given"
        options={USUAL_LIMITS.map((limit) => ({ value: sayLimit(limit), label: sayLimit(limit) }))}
        values={limits.map(sayLimit)}
        onChange={(named) => {
          const limit = USUAL_LIMITS.find((l) => sayLimit(l) === named);
          if (limit) toggle(limit);
        }}
      />
      <JointLimits
        joints={joints}
        startAt={toldJoint(dossier)}
        onChange={(next) => change({ limits: [...limits, ...next] })}
      />
      {problem && <Notice tone="now">{problem}</Notice>}
      <Button title={lifts ? 'Record clearance' : 'Record what is allowed'} onPress={record} />
    </Fold>
  );
}
