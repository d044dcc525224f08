import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { Button, Input } from './elements.ts';
import { useCallback, useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Notice } from './Notice.tsx';
import { Say } from './Say.tsx';
import { font, space, tabular } from './theme.ts';
import { useLook } from './useLook.ts';
import { readNumber, readQuantity, shownAs, unitsNow, type Quantity } from '@zither/words/units';
import { sayNumber, sayTrimmed } from '@zither/words/numbers';
import { sayImpossible, sayNotNumber, sayUnusual } from '@zither/words/fields';

export interface StepperProps {
  label: string;
  /** Unit as shown, e.g. "cm". */
  unit: string;
  value: number | null;
  step: number;
  digits?: number;
  /** Outside is impossible and refused. */
  possible: { least: number; most: number };
  /** Outside is questioned once. */
  usual?: { least: number; most: number };
  /** First value a tap on − or + gives when nothing is entered yet. */
  startAt: number;
  onChange: (value: number) => void;
  /** What was typed cannot be taken (yet), so an earlier value no longer applies. */
  onRefused?: () => void;
  /** The entry while it is typed: a number that may be taken as it is, or null; a button beside it follows. */
  onTyping?: (value: number | null) => void;
  /** Enter was pressed on an entry that was taken. */
  onEnter?: (value: number) => void;
  hint?: string;
}

const HOLD_AFTER_MS = 400;
const HOLD_EVERY_MS = 90;

/** The quantity behind each unit of a stepper; other units are plain numbers. */
const QUANTITY: Readonly<Record<string, Quantity>> = {
  cm: 'length',
  mm: 'height',
  kg: 'mass',
  in: 'length',
  lb: 'mass',
};
/** How many of the kept unit one of a caller's holds. */
const KEPT_PER: Readonly<Record<string, number>> = { cm: 10, mm: 1, kg: 1 };
/** Steps a coach counts in. */
const STEPS = [0.01, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2, 5, 10] as const;

/** A stepper told in cm, mm or kg, as this device shows it. */
function asShown(props: StepperProps): StepperProps {
  const unit = props.unit.trim();
  const quantity = QUANTITY[unit];
  const kept = KEPT_PER[unit];
  if (!quantity || kept === undefined) return props;
  const shown = shownAs(quantity);
  if (shown.unit === unit || unitsNow() === 'metric') return props;
  const factor = kept / shown.per;
  const back = (v: number) => Number((v / factor).toFixed(4));
  const within = ({ least, most }: { least: number; most: number }) => ({
    least: Math.ceil(least * factor * 10) / 10,
    most: Math.floor(most * factor * 10) / 10,
  });
  const { onEnter, onTyping } = props;
  return {
    ...props,
    unit: shown.unit,
    digits: shown.digits,
    value: props.value === null ? null : props.value * factor,
    step: [...STEPS].sort(
      (a, b) => Math.abs(a - props.step * factor) - Math.abs(b - props.step * factor),
    )[0]!,
    possible: within(props.possible),
    ...(props.usual ? { usual: within(props.usual) } : {}),
    startAt: Number((props.startAt * factor).toFixed(shown.digits)),
    onChange: (v) => props.onChange(back(v)),
    ...(onEnter ? { onEnter: (v: number) => onEnter(back(v)) } : {}),
    ...(onTyping ? { onTyping: (v: number | null) => onTyping(v === null ? null : back(v)) } : {}),
  };
}

/** Reads what was typed: a number with point, comma or fraction, with a unit of its own if it has one; or what is wrong with it in a sentence. */
export function readEntry(
  text: string,
  { label, unit, possible }: Pick<StepperProps, 'label' | 'unit' | 'possible'>,
): { value: number } | { problem: string } {
  const quantity = QUANTITY[unit.trim()];
  const kept = quantity ? readQuantity(quantity, text) : readNumber(text);
  if (kept === null) return { problem: sayNotNumber(label, unit.trim()) };
  const value = quantity ? Number((kept / perOf(quantity, unit.trim())).toFixed(4)) : kept;
  if (value < possible.least || value > possible.most)
    return {
      problem: sayImpossible(
        label,
        `${text.trim()} ${unit.trim()}`,
        sayTrimmed(possible.least, 4),
        sayTrimmed(possible.most, 4),
      ),
    };
  return { value };
}

/** mm or kg in one of the unit that is shown. */
const perOf = (quantity: Quantity, unit: string): number => KEPT_PER[unit] ?? shownAs(quantity).per;

/**
 * A big number with − and +, long-press to run, a number pad on tap. An impossible value is refused with a sentence and stays on the
 * screen; what is unusual is asked about once; nothing else is in the way.
 */
export function Stepper(told: StepperProps) {
  const props = asShown(told);
  const {
    label,
    unit,
    value,
    step,
    digits = 0,
    possible,
    usual,
    startAt,
    onChange,
    onRefused,
    onTyping,
    onEnter,
    hint,
  } = props;
  const { colors } = useLook();
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState<number | null>(null);
  const running = useRef<ReturnType<typeof setInterval> | null>(null);
  const current = useRef(value);

  const stopRunning = useCallback(() => {
    if (running.current !== null) clearInterval(running.current);
    running.current = null;
  }, []);
  useEffect(() => stopRunning, [stopRunning]);
  useEffect(() => {
    current.current = value;
  }, [value]);
  function offer(next: number) {
    const isUnusual = usual && (next < usual.least || next > usual.most);
    const wasUnusual = usual && value !== null && (value < usual.least || value > usual.most);
    if (isUnusual && !wasUnusual) {
      setAsked(next);
      stopRunning();
      onRefused?.();
      return false;
    }
    setAsked(null);
    current.current = next;
    onChange(next);
    return true;
  }

  function nudge(direction: 1 | -1) {
    const from = current.current;
    const raw = from === null ? startAt : from + direction * step;
    const next = Math.min(possible.most, Math.max(possible.least, Number(raw.toFixed(digits))));
    setDraft(null);
    setProblem(null);
    offer(next);
  }

  /** Tells what is being typed: what would be refused or asked about is no number yet. */
  function type(text: string) {
    setDraft(text);
    setProblem(null);
    if (!onTyping) return;
    const read = readEntry(text, props);
    const isPlain =
      'value' in read && (!usual || (read.value >= usual.least && read.value <= usual.most));
    onTyping(isPlain ? read.value : null);
  }

  /** Takes what was typed; gives the number that now stands, or null when there is none. */
  function commit(): number | null {
    if (draft === null) return asked === null ? value : null;
    const read = readEntry(draft, props);
    if ('problem' in read) {
      setProblem(read.problem);
      onRefused?.();
      return null;
    }
    setProblem(null);
    setDraft(null);
    return read.value === value || offer(read.value) ? read.value : null;
  }

  const shown = draft ?? (asked ?? value)?.toFixed(digits) ?? '';
  const key = (direction: 1 | -1, name: 'remove' | 'add') => (
    <Button
      type="outline"
      accessibilityLabel={`${direction > 0 ? 'More' : 'Less'}: ${label}`}
      buttonStyle={{ width: 52, height: 52, paddingHorizontal: 0, backgroundColor: colors.surface }}
      icon={<MaterialIcons name={name} size={24} color={colors.ink} />}
      onPress={() => nudge(direction)}
      delayLongPress={HOLD_AFTER_MS}
      onLongPress={() => {
        running.current = setInterval(() => nudge(direction), HOLD_EVERY_MS);
      }}
      onPressOut={stopRunning}
    />
  );

  return (
    <View style={{ gap: space.xs }}>
      <Say strong>{label}</Say>
      {hint && (
        <Say soft small>
          {hint}
        </Say>
      )}
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        {key(-1, 'remove')}
        <View style={{ flex: 1, flexDirection: 'row', alignItems: 'center', gap: 6 }}>
          <Input
            aria-label={`${label}, ${unit.trim()}`}
            aria-invalid={problem !== null}
            value={shown}
            placeholder="–"
            inputMode={unitsNow() === 'metric' ? 'decimal' : 'text'}
            selectTextOnFocus
            onChangeText={type}
            onBlur={commit}
            onSubmitEditing={() => {
              const taken = commit();
              if (taken !== null) onEnter?.(taken);
            }}
            containerStyle={{ flex: 1 }}
            renderErrorMessage={false}
            inputContainerStyle={{
              minHeight: 52,
              borderColor: problem ? colors.rust : colors.inkSoft,
            }}
            inputStyle={[
              {
                fontFamily: font.bold,
                fontSize: 26,
                textAlign: 'center',
                minHeight: 50,
                width: '100%',
              },
              tabular,
            ]}
          />
          <Say soft style={{ minWidth: 28 }}>
            {unit.trim()}
          </Say>
        </View>
        {key(1, 'add')}
      </View>
      {problem && (
        <Say small style={{ color: colors.rust }}>
          {problem}
        </Say>
      )}
      {asked !== null && (
        <Notice
          tone="before"
          actions={[
            {
              label: 'Yes, keep it',
              onPress: () => {
                setAsked(null);
                onChange(asked);
              },
            },
            { label: 'No, change it', onPress: () => setAsked(null) },
          ]}
        >
          {sayUnusual(`${sayNumber(asked, digits)} ${unit.trim()}`)}
        </Notice>
      )}
    </View>
  );
}
