import { sayDay } from '../data/index.ts';
import { useState } from 'react';
import { View } from 'react-native';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayFault } from '@zither/words/watch';
import type { Basis, SeenLine } from '@zither/visit';

const BY_NAMES = { measured: 'measured', eye: 'by eye' } as const;

const sayLine = ({ severity, by, onlyUnderLoad, slightBefore }: SeenLine): string =>
  [
    severity,
    by.map((b) => BY_NAMES[b]).join(' and '),
    onlyUnderLoad ? 'only under load' : null,
    slightBefore.length > 0
      ? `slight on ${slightBefore.length === 1 ? 'one earlier day' : `${slightBefore.length} earlier days`}`
      : null,
  ]
    .filter((p) => p !== null)
    .join(' · ');

/** Reasons for leaving a finding alone, ready to tap. */
const REASONS = [
  'Too small to matter.',
  'Stable and painless for weeks.',
  'Not what this client’s squat is for.',
] as const;

/** What was seen, each finding with who saw it; a slight one may be left alone, with a reason, and counted again. */
export function SeenPart({
  basis,
  day,
  onLeave,
  onCount,
}: {
  basis: Basis;
  day: string;
  onLeave: (line: SeenLine, because: string) => void;
  onCount: (line: SeenLine) => void;
}) {
  const { colors } = useLook();
  const [asking, setAsking] = useState<string | null>(null);
  const { seen, seenOn } = basis;
  return (
    <Part
      title="What was seen"
      explains="finding"
      {...(seenOn
        ? { hint: seenOn === day ? 'Looked at today' : `Looked at ${sayDay(seenOn)}` }
        : {})}
    >
      {seen.length === 0 && <Say soft>Nothing was named in the newest looks.</Say>}
      <View>
        {seen.map((line) => {
          const key = `${line.fault} ${line.side ?? ''}`;
          const name = sayFault(line.fault, line.side);
          return (
            <View
              key={key}
              style={{ borderTopWidth: 1, borderColor: colors.hairline, paddingVertical: space.xs }}
            >
              <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
                <View style={{ flex: 1 }}>
                  <Say strong={line.leftAlone === null} soft={line.leftAlone !== null}>
                    {name}
                  </Say>
                  <Say small soft>
                    {line.leftAlone
                      ? `left alone since ${sayDay(line.leftAlone.on)}: ${line.leftAlone.because}`
                      : sayLine(line)}
                  </Say>
                </View>
                {line.leftAlone ? (
                  <Button
                    type="clear"
                    title="Count it again"
                    accessibilityLabel={`Count it again: ${name}`}
                    onPress={() => onCount(line)}
                  />
                ) : (
                  line.severity === 'slight' && (
                    <Button
                      type="clear"
                      title="Leave alone"
                      accessibilityLabel={`Leave alone: ${name}`}
                      aria-expanded={asking === key}
                      onPress={() => setAsking(asking === key ? null : key)}
                    />
                  )
                )}
              </View>
              {asking === key && line.leftAlone === null && (
                <Choice
                  label="Because"
                  options={REASONS.map((value) => ({ value, label: value }))}
                  value={'' as (typeof REASONS)[number]}
                  onChange={(because) => {
                    setAsking(null);
                    onLeave(line, because);
                  }}
                />
              )}
            </View>
          );
        })}
      </View>
    </Part>
  );
}
