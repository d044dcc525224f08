import { Button } from '../../ui/elements.ts';
import * as DocumentPicker from 'expo-document-picker';
import { memo, useCallback, useState } from 'react';
import { View } from 'react-native';
import { caseFileSchema } from '@zither/contract';
import type { Case, MethodProfile } from '@zither/core';
import { readCaseFile, writeCaseFile } from '@zither/formats';
import { Notice } from '../../ui/Notice.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { space } from '../../ui/theme.ts';
import { Instrument } from '../instrument/index.ts';
import { saveFile } from '../data/index.ts';
import { FromClient } from './FromClient.tsx';
import { bySchool, keepLabCase, readLabCase } from './labCase.ts';
import { SchoolChoice } from './SchoolChoice.tsx';
import { sayLength, sayMass } from '@zither/words/units';
import { sayNumber } from '@zither/words/numbers';
import { sayOpened } from '@zither/words/instrument';

/** The linkage as an instrument without a client: any body, any limits, case files in and out. */
export function LabScreen({ clientId }: { clientId: string | null }) {
  const [question, setQuestion] = useState<Case>(readLabCase);
  const [before, setBefore] = useState<Case | null>(null);
  const [method, setMethod] = useState<MethodProfile | null>(null);
  const [message, setMessage] = useState<{ tone: 'now' | 'good'; text: string } | null>(null);
  // A client's locked setup stands as the ghost until something else is opened.
  const [locked, setLocked] = useState<Case | null>(null);
  const change = useCallback(
    (next: Case) => {
      setBefore(question);
      setQuestion(next);
      keepLabCase(next);
    },
    [question],
  );

  const importFile = async () => {
    const picked = await DocumentPicker.getDocumentAsync({ type: ['application/json', '.json'] });
    const file = picked.assets?.[0]?.file;
    if (!file) return;
    const reading = readCaseFile(await file.text());
    if (!reading.ok) {
      setMessage({ tone: 'now', text: `${file.name}: ${reading.problem.message}` });
      return;
    }
    const [first] = reading.cases;
    if (!first) {
      setMessage({ tone: 'now', text: `${file.name} holds no case.` });
      return;
    }
    setLocked(null);
    change(first);
    setMessage({
      tone: 'good',
      text: sayOpened(file.name, reading.cases.length),
    });
  };

  const exportFile = () => {
    const checked = caseFileSchema.safeParse(question);
    if (!checked.success) {
      setMessage({ tone: 'now', text: 'This setup cannot be written as a case file.' });
      return;
    }
    saveFile('case.json', writeCaseFile(checked.data), 'application/json');
  };

  return (
    <Instrument
      question={question}
      onChange={change}
      before={locked ?? before}
      beforeIs={locked ? 'the locked setup' : undefined}
      {...(method ? { method } : {})}
    >
      {({ pinned, body, preview }) => (
        <Screen
          title="Lab"
          pinned={pinned}
          aside={
            <View style={{ flexDirection: 'row', gap: space.s }}>
              <Button
                type="outline"
                title="Open"
                accessibilityLabel="Open a case file"
                onPress={() => void importFile()}
              />
              <Button
                type="outline"
                title="Save"
                accessibilityLabel="Save as a case file"
                onPress={exportFile}
              />
            </View>
          }
        >
          {message && (
            <Part>
              <Notice
                tone={message.tone}
                actions={[{ label: 'Understood', onPress: () => setMessage(null) }]}
              >
                {message.text}
              </Notice>
            </Part>
          )}
          {clientId !== null && (
            <FromClient
              key={clientId}
              clientId={clientId}
              onOpen={(next, school) => {
                setLocked(next);
                setMethod(school);
                setQuestion(next);
                keepLabCase(next);
              }}
            />
          )}
          <SchoolChoice
            method={method}
            onChange={(school) => {
              setMethod(school);
              if (school) change(bySchool(question, school));
            }}
          />
          {body}
          <LabBody question={question} onDrag={preview} onChange={change} />
        </Screen>
      )}
    </Instrument>
  );
}

/** What a client's pages take from the tape: here it is turned by hand. */
const LabBody = memo(function LabBody({
  question,
  onDrag,
  onChange,
}: {
  question: Case;
  onDrag: (draft: Case) => void;
  onChange: (next: Case) => void;
}) {
  const { body, limits } = question;
  const thigh = body.segmentsMm?.thigh ?? 0.245 * body.statureMm;
  const trunk = body.segmentsMm?.trunk ?? 0.288 * body.statureMm;
  const withBody = (change: Partial<Case['body']>): Case => ({
    ...question,
    body: { ...question.body, ...change },
  });
  const withLimits = (change: Partial<Case['limits']>): Case => ({
    ...question,
    limits: { ...question.limits, ...change },
  });
  const row = (
    label: string,
    value: number,
    show: (value: number) => string,
    [least, most, step]: [number, number, number],
    apply: (v: number) => Case,
  ) => (
    <SliderRow
      key={label}
      label={label}
      value={value}
      show={show}
      least={least}
      most={most}
      step={step}
      onDrag={(v) => onDrag(apply(v))}
      onCommit={(v) => onChange(apply(v))}
    />
  );
  const withSegment = (segment: 'thigh' | 'trunk', mm: number) =>
    withBody({ segmentsMm: { ...question.body.segmentsMm, [segment]: mm } });
  return (
    <Part title="Body and limits" hint="Any body, no client needed.">
      {row(
        'Stature',
        body.statureMm,
        (mm) => sayLength(mm),
        [1400, 2100, 10],
        (statureMm) => withBody({ statureMm }),
      )}
      {row('Body mass', body.massKg, sayMass, [40, 160, 1], (massKg) => withBody({ massKg }))}
      {row(
        'Thigh',
        thigh,
        (mm) => sayLength(mm, 1),
        [300, 600, 5],
        (mm) => withSegment('thigh', mm),
      )}
      {row(
        'Trunk',
        trunk,
        (mm) => sayLength(mm, 1),
        [350, 650, 5],
        (mm) => withSegment('trunk', mm),
      )}
      {(['left', 'right'] as const).map((side) =>
        row(
          `Dorsiflexion, ${side}`,
          limits.dorsiflexionDeg[side],
          (deg) => `${sayNumber(deg)}°`,
          [5, 50, 1],
          (deg) =>
            withLimits({ dorsiflexionDeg: { ...question.limits.dorsiflexionDeg, [side]: deg } }),
        ),
      )}
      {row(
        'Lean limit',
        limits.trunkLeanDeg,
        (deg) => `${sayNumber(deg)}°`,
        [20, 75, 1],
        (trunkLeanDeg) => withLimits({ trunkLeanDeg }),
      )}
      {row(
        'Kept in reserve',
        limits.bufferDeg,
        (deg) => `${sayNumber(deg)}°`,
        [0, 10, 1],
        (bufferDeg) => withLimits({ bufferDeg }),
      )}
    </Part>
  );
});
