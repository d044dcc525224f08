import { useState } from 'react';
import type { Dossier } from '@zither/contract';
import { Choice } from '../../ui/Choice.tsx';
import { Button, Input } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { newId, useChanges } from '../data/index.ts';
import { today } from '../shell/today.ts';

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
export function ClearanceForm({
  dossier,
  covers,
}: {
  dossier: Dossier;
  covers: readonly string[];
}) {
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
