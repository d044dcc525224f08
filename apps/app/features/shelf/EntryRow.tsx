import { useState } from 'react';
import { View } from 'react-native';
import { houseValueOf } from '@zither/core';
import { scaleOf } from '@zither/words/rules';
import { Button, Input } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { isRule, sayValue, type Entry, type EntryValue } from './entries.ts';

const REASONS = ['We see it otherwise here.', 'Agreed in the team.', 'Trying it out.'] as const;

/** One entry: its value, the house's beside it when it differs, and how to change it; every change says why. */
export function EntryRow({
  entry,
  value,
  onChange,
}: {
  entry: Entry;
  value: EntryValue;
  /** null puts the house's back. */
  onChange: (to: EntryValue | null, why: string) => void;
}) {
  const { colors } = useLook();
  const [draft, setDraft] = useState<EntryValue | null>(null);
  const [why, setWhy] = useState('');
  const [isOpen, setIsOpen] = useState(false);
  const house = houseValueOf(entry.change);
  const isOwn = value !== house;
  const close = () => {
    setIsOpen(false);
    setDraft(null);
    setWhy('');
  };
  const save = (reason: string) => {
    if (draft === null || draft === value) return;
    onChange(draft === house ? null : draft, reason);
    close();
  };
  return (
    <View
      style={{
        paddingVertical: space.s,
        gap: space.s,
        borderTopWidth: 1,
        borderColor: colors.hairline,
      }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View style={{ flex: 1 }}>
          <Say strong>{entry.label}</Say>
          <Say small soft>
            {entry.because}
          </Say>
          <Say small number>
            {isOwn
              ? `yours: ${sayValue(entry.change, value)} · house default: ${sayValue(entry.change, house)}`
              : `${sayValue(entry.change, value)} · house default`}
          </Say>
        </View>
        <Button
          type="clear"
          title={isOpen ? 'Close' : 'Change'}
          accessibilityLabel={`${isOpen ? 'Close' : 'Change'}: ${entry.label}`}
          aria-expanded={isOpen}
          onPress={() => (isOpen ? close() : setIsOpen(true))}
        />
      </View>
      {isOpen && (
        <View style={{ gap: space.m, paddingBottom: space.s }}>
          <ValueEditor entry={entry} value={draft ?? value} onChange={setDraft} />
          {isOwn && (
            <Button
              type="outline"
              title={`Back to the house default: ${sayValue(entry.change, house)}`}
              onPress={() => setDraft(house)}
            />
          )}
          {draft !== null && draft !== value && (
            <View style={{ gap: space.s }}>
              <Choice
                label={`${sayValue(entry.change, value)} → ${sayValue(entry.change, draft)}. Why?`}
                options={REASONS.map((r) => ({ value: r, label: r }))}
                value={'' as (typeof REASONS)[number]}
                onChange={save}
              />
              <Input
                label="In your own words"
                aria-label="In your own words"
                value={why}
                maxLength={200}
                onChangeText={setWhy}
                onSubmitEditing={() => why.trim() !== '' && save(why.trim())}
                renderErrorMessage={false}
              />
              <Button
                title="Keep the change"
                disabled={why.trim() === ''}
                onPress={() => save(why.trim())}
              />
            </View>
          )}
        </View>
      )}
    </View>
  );
}

function ValueEditor({
  entry,
  value,
  onChange,
}: {
  entry: Entry;
  value: EntryValue;
  onChange: (value: EntryValue) => void;
}) {
  const { change, label } = entry;
  if (typeof value === 'string') {
    const options = [
      'strong',
      'some',
      'weak',
      ...(change.kind === 'link' ? ['against'] : []),
      'none',
    ];
    return (
      <Choice
        label="How strongly"
        options={options.map((o) => ({ value: o, label: o }))}
        value={value}
        onChange={(v) => onChange(v as EntryValue)}
      />
    );
  }
  if (isRule(change)) {
    const { unit, times, step, digits, least, most } = scaleOf(change);
    const shown = Number((times * value).toFixed(digits));
    return (
      <Stepper
        label={label}
        unit={unit}
        value={shown}
        step={step}
        digits={digits}
        possible={{ least, most }}
        startAt={shown}
        onChange={(v) => onChange(Number((v / times).toFixed(4)))}
      />
    );
  }
  const isMinutes = change.kind === 'minutes';
  const least = change.kind === 'sureness' ? 50 : 0.1;
  return (
    <Stepper
      label={label}
      unit={isMinutes ? 'min' : '%'}
      value={isMinutes ? value : Number((100 * value).toFixed(1))}
      step={isMinutes ? 0.5 : 1}
      digits={isMinutes ? 2 : 1}
      possible={isMinutes ? { least: 0.25, most: 30 } : { least, most: 99.9 }}
      startAt={isMinutes ? 1 : 10}
      onChange={(v) => onChange(isMinutes ? v : Number((v / 100).toFixed(4)))}
    />
  );
}
