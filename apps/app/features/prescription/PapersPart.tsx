import { useState } from 'react';
import { View } from 'react-native';
import type { Paper } from '@zither/formats/paper';
import { busy } from '../../ui/busy.ts';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { space } from '../../ui/theme.ts';
import { saveFile, settingsActions, useAppDispatch, useAppSelector } from '../data/index.ts';
import { paperName, paperOf, type ForPaper, type PlanPaperKind } from './papers.ts';
import { usePaper } from './usePaper.ts';

/** Writes the calendar file when it is asked for. */
type CalendarText = () => Promise<string>;

const NAMES: Record<PlanPaperKind, string> = {
  card: 'Setup card',
  plan: 'Home plan',
  map: 'Floor map',
};

/** The papers of a plan as PDF files, on the paper of this device. */
export function PapersPart({ of, calendar }: { of: ForPaper; calendar: CalendarText | null }) {
  const dispatch = useAppDispatch();
  const kept = useAppSelector((s) => s.settings.paper);
  // Who measures in inches prints on Letter, unless the device was told otherwise.
  const size: Paper = kept ?? (of.plan.units === 'imperial' ? 'LETTER' : 'A4');
  const [hasNoCalendar, setHasNoCalendar] = useState(false);
  const { make, making, hasFailed } = usePaper();
  const give = async (kind: PlanPaperKind) => {
    const paper = paperOf(kind, of);
    const bytes = paper && (await make(paper, size));
    if (bytes) saveFile(paperName(kind, of.plan), bytes, 'application/pdf');
  };
  return (
    <View style={{ gap: space.s }}>
      <Choice
        label="Paper"
        options={[
          { value: 'A4', label: 'A4' },
          { value: 'LETTER', label: 'Letter' },
        ]}
        value={size}
        onChange={(paper) => dispatch(settingsActions.changed({ paper }))}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        {(['card', 'plan', 'map'] as const).map((kind) => (
          <Button
            key={kind}
            type="outline"
            {...busy(making === kind, NAMES[kind], 'Drawing')}
            accessibilityLabel={`${NAMES[kind]} as PDF`}
            disabled={making !== null || paperOf(kind, of) === null}
            onPress={() => void give(kind)}
          />
        ))}
        {calendar && (
          <Button
            type="outline"
            title="Calendar"
            accessibilityLabel="Calendar file"
            onPress={() =>
              void calendar().then(
                (text) => saveFile(`squat-plan-${of.plan.givenOn}.ics`, text, 'text/calendar'),
                () => setHasNoCalendar(true),
              )
            }
          />
        )}
      </View>
      {hasNoCalendar && (
        <Notice tone="now">The calendar file could not be written. The plan is kept.</Notice>
      )}
      {hasFailed && (
        <Notice tone="now">
          The PDF could not be made. Reload the page and try again; the plan is kept. Printing this
          page still works.
        </Notice>
      )}
    </View>
  );
}
