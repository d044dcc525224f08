import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { valuesIn } from '@zither/contract/row';
import { measuredDays } from '@zither/core';
import type { Paper } from '@zither/formats/paper';
import { looksOf, readingsOut } from '@zither/visit';
import { sayShortDay } from '@zither/words/days';
import { progressReport, visitReport, type Audience, type Consent } from '@zither/words/report';
import { busy } from '../../ui/busy.ts';
import { Button, Input } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { READABLE_PX, space } from '../../ui/theme.ts';
import { StopButton } from '../clear/index.ts';
import { newId, saveFile, today, useAppSelector, useChanges } from '../data/index.ts';
import { usePaper } from '../prescription/index.ts';

type Which = 'visit' | 'progress';
const DAYS_SHOWN = 6;

/** Reports of a visit and of progress as PDF, for the client or with consent for a clinician; and the readings as open files. */
export function ReportScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { moment, putDecision } = useChanges();
  const size: Paper = useAppSelector((s) => s.settings.paper) ?? 'A4';
  const { make, making, hasFailed } = usePaper();
  const days = useMemo(
    () =>
      [
        ...new Set([
          ...measuredDays(dossier.trials),
          ...looksOf(dossier, null).map((l) => l.look.takenOn),
        ]),
      ]
        .sort()
        .reverse(),
    [dossier],
  );
  const [which, setWhich] = useState<Which>('visit');
  const [day, setDay] = useState(days[0] ?? today());
  const [audience, setAudience] = useState<Audience>('client');
  const [who, setWho] = useState('');
  const consent =
    dossier.decisions.find((d): d is Consent & typeof d => d.kind === 'consent' && !d.takenBack) ??
    null;
  const report =
    which === 'visit'
      ? visitReport(dossier, day, audience, consent)
      : progressReport(dossier, today(), audience, consent);
  const isAllowed = audience === 'client' || consent !== null;
  const pdf = async () => {
    const bytes = await make({ kind: 'report', content: report }, size);
    if (bytes)
      saveFile(`squat-${which}-${which === 'visit' ? day : today()}.pdf`, bytes, 'application/pdf');
  };
  const csv = async () => {
    const { writeReadingsCsv } = await import('@zither/formats/readingsCsv');
    saveFile(`readings-${today()}.csv`, writeReadingsCsv(readingsOut(dossier, null)), 'text/csv');
  };
  const fhir = async () => {
    const { readingsBundle } = await import('@zither/formats/fhir');
    const readings = readingsOut(dossier, null);
    const bundle = readingsBundle(
      newId(),
      readings,
      readings.map(() => newId()),
    );
    saveFile(
      `readings-${today()}.fhir.json`,
      JSON.stringify(bundle, null, 2),
      'application/fhir+json',
    );
  };
  return (
    <Screen
      title="Reports"
      who={client.name}
      back={{ to: `/clients/${client.id}`, label: `Back to ${client.name}` }}
      aside={<StopButton dossier={dossier} />}
      foot={
        <RowButton
          {...busy(making !== null, 'Save as PDF', 'Drawing')}
          buttonStyle={{ minHeight: 52 }}
          disabled={making !== null || !isAllowed}
          onPress={() => void pdf()}
        />
      }
    >
      <Part>
        <Choice
          label="Report"
          options={[
            { value: 'visit', label: 'One visit' },
            { value: 'progress', label: 'Progress' },
          ]}
          value={which}
          onChange={setWhich}
        />
        {which === 'visit' && days.length > 0 && (
          <Choice
            label="Of"
            options={days.slice(0, DAYS_SHOWN).map((d) => ({ value: d, label: sayShortDay(d) }))}
            value={day}
            onChange={setDay}
          />
        )}
        <Choice
          label="For"
          options={[
            { value: 'client', label: 'The client' },
            { value: 'clinician', label: 'A clinician' },
          ]}
          value={audience}
          onChange={setAudience}
        />
        {audience === 'clinician' && !consent && (
          <View style={{ gap: space.s, maxWidth: READABLE_PX }}>
            <Say>
              A report goes to a clinician only with the client’s consent. Ask, and record whom it
              may go to.
            </Say>
            <Input
              label="Clinician"
              aria-label="Clinician"
              value={who}
              onChangeText={setWho}
              maxLength={120}
            />
            <View style={{ alignItems: 'flex-start' }}>
              <Button
                type="outline"
                title="The client agreed today"
                disabled={who.trim() === ''}
                onPress={() =>
                  putDecision(
                    client.id,
                    { id: newId(), version: 0 },
                    {
                      kind: 'consent',
                      on: today(),
                      at: moment(),
                      takenBack: false,
                      who: who.trim(),
                    },
                  )
                }
              />
            </View>
          </View>
        )}
        {audience === 'clinician' && consent && (
          <View style={{ alignItems: 'flex-start' }}>
            <Button
              type="clear"
              buttonStyle={{ paddingHorizontal: 0 }}
              title={`The client withdraws the consent for ${consent.who}`}
              onPress={() =>
                putDecision(client.id, consent, { ...valuesIn(consent), takenBack: true })
              }
            />
          </View>
        )}
        {hasFailed && (
          <Notice tone="now">The PDF could not be made. Reload the page and try again.</Notice>
        )}
      </Part>
      {isAllowed && (
        <Part>
          <View style={{ gap: space.s, maxWidth: 640 }}>
            <Heading level={2}>{report.title}</Heading>
            {report.parts.map((p) => (
              <View key={p.title} style={{ gap: 2 }}>
                <Heading level={3}>{p.title}</Heading>
                {p.lines.map((line) => (
                  <Say key={line} number>
                    {line}
                  </Say>
                ))}
              </View>
            ))}
          </View>
        </Part>
      )}
      <Part title="Readings as files">
        <Say soft>
          Every reading with its 95 % interval. The FHIR file has no name in it; only codes known
          here are used.
        </Say>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <Button
            type="outline"
            title="CSV"
            accessibilityLabel="Readings as CSV"
            onPress={() => void csv()}
          />
          <Button
            type="outline"
            title="FHIR R4"
            accessibilityLabel="Readings as FHIR R4"
            onPress={() => void fhir()}
          />
        </View>
      </Part>
    </Screen>
  );
}
