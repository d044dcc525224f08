import { zodResolver } from '@hookform/resolvers/zod';
import { Input } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { useEffect, useState } from 'react';
import { Controller, useForm, useWatch, type Control } from 'react-hook-form';
import { View } from 'react-native';
import { z } from 'zod';
import type { Client, ClientValues } from '@zither/contract';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useDraft } from '../data/index.ts';
import { ImportRecord } from './RecordFile.tsx';
import {
  inShown,
  readQuantity,
  sayLength,
  sayMass,
  shownAs,
  unitsNow,
  type Quantity,
} from '@zither/words/units';
import { type Unusual, unusualIn } from '@zither/visit';
import { sayImpossible, sayNotNumber } from '@zither/words/fields';
import { sayUnusualBody } from '@zither/words/clients';

/** A length or mass typed as the coach has it, kept as text until it is a number within reach. */
const typed = (quantity: Quantity, name: string, least: number, most: number) =>
  z
    .string()
    .trim()
    .transform((text, context) => {
      const value = readQuantity(quantity, text);
      const say = quantity === 'mass' ? sayMass : (mm: number) => sayLength(mm, 1);
      if (value === null) context.addIssue(sayNotNumber(name, shownAs(quantity).unit));
      else if (value < least || value > most)
        context.addIssue(sayImpossible(name, say(value), say(least), say(most)));
      return value ?? NaN;
    });

const optionalLength = (name: string, least: number, most: number) =>
  z.union([z.literal('').transform(() => undefined), typed('length', name, least, most)]);

const formSchema = z.object({
  name: z
    .string()
    .trim()
    .min(1, { error: 'Write a name.' })
    .max(80, { error: 'At most 80 characters.' }),
  stature: typed('length', 'Stature', 900, 2500),
  mass: typed('mass', 'Body mass', 20, 350),
  foot: optionalLength('Foot length', 150, 400),
  shank: optionalLength('Shin', 250, 700),
  thigh: optionalLength('Thigh', 250, 700),
  trunk: optionalLength('Trunk', 300, 800),
  shoulders: optionalLength('Shoulder width', 200, 700),
  notes: z.string().max(2000, { error: 'At most 2000 characters.' }),
});

type Draft = z.input<typeof formSchema>;
type Read = z.output<typeof formSchema>;

const asText = (quantity: Quantity, kept: number | null | undefined) =>
  kept === null || kept === undefined ? '' : String(inShown(quantity, kept));
const inLength = (mm: number | null | undefined) => asText('length', mm);

const draftOf = (values: ClientValues | null): Draft => ({
  name: values?.name ?? '',
  stature: inLength(values?.statureMm),
  mass: asText('mass', values?.massKg),
  foot: inLength(values?.segmentsMm.foot),
  shank: inLength(values?.segmentsMm.shank),
  thigh: inLength(values?.segmentsMm.thigh),
  trunk: inLength(values?.segmentsMm.trunk),
  shoulders: inLength(values?.shoulderWidthMm),
  notes: values?.notes ?? '',
});

/** What was kept where what stands in the field reads the same: a unit with fewer digits moves nothing that was not typed. */
const kept = <T extends number | undefined>(
  quantity: Quantity,
  read: T,
  before: number | null | undefined,
): T | number =>
  read !== undefined && before != null && inShown(quantity, before) === inShown(quantity, read)
    ? before
    : read;

const valuesOf = (read: Read, before: ClientValues | null): ClientValues => ({
  name: read.name,
  statureMm: Math.round(kept('length', read.stature, before?.statureMm)),
  massKg: kept('mass', read.mass, before?.massKg),
  segmentsMm: {
    ...before?.segmentsMm,
    foot: kept('length', read.foot, before?.segmentsMm.foot),
    shank: kept('length', read.shank, before?.segmentsMm.shank),
    thigh: kept('length', read.thigh, before?.segmentsMm.thigh),
    trunk: kept('length', read.trunk, before?.segmentsMm.trunk),
  },
  shoulderWidthMm: kept('length', read.shoulders, before?.shoulderWidthMm) ?? null,
  interAsisMm: before?.interAsisMm ?? null,
  kit: before?.kit ?? [],
  notes: read.notes,
});

/** Name, stature, mass, and the segments a tape can give. New clients are added by the button; changes to a known one are saved as made. */
export function ClientForm({
  values,
  draftKey,
  onSave,
}: {
  values: Client | null;
  /** Under which what was typed is kept until it is saved. */
  draftKey: string;
  /** @param over the row the values were typed over; null for a new client */
  onSave: (values: ClientValues, over: Client | null) => void;
}) {
  const isNew = values === null;
  const [length, mass] = [shownAs('length').unit, shownAs('mass').unit];
  const {
    value: kept,
    set: keepDraft,
    drop: dropDraft,
  } = useDraft // A bare number means what was shown when it was typed.
  <Partial<Draft> | null>(`${draftKey}${unitsNow() === 'metric' ? '' : `/${unitsNow()}`}`, null);
  const [begun, setBegun] = useState(kept);
  const [start] = useState(() => draftOf(values));
  const form = useForm<Draft, unknown, Read>({
    resolver: zodResolver(formSchema),
    defaultValues: start,
    mode: 'onBlur',
  });
  const [asked, setAsked] = useState<{ values: ClientValues; odd: Unusual[] } | null>(null);
  const { foot, shank, thigh, trunk, shoulders } = { ...start, ...begun };
  const hasSegments = [foot, shank, thigh, trunk, shoulders].some((v) => v !== '');

  const draft = useWatch({ control: form.control });
  const { isDirty } = form.formState;
  useEffect(() => {
    if (isDirty) keepDraft(draft);
  }, [draft, isDirty, keepDraft]);

  // What stood there when typing began. While nothing is typed the form follows the row; then it stays, so that what another device changes
  // meanwhile is asked about instead of written over.
  const [base, setBase] = useState(values);
  if (!isDirty && base !== values) setBase(values);
  useEffect(() => {
    form.reset(draftOf(base));
  }, [base, form]);
  // Puts back text typed before the page was left.
  useEffect(() => {
    for (const [key, text] of Object.entries(begun ?? {}))
      form.setValue(key as keyof Draft, text, { shouldDirty: true });
  }, [begun, form]);

  const save = (next: ClientValues) => {
    setAsked(null);
    form.reset(form.getValues());
    dropDraft();
    onSave(next, base);
  };
  const offer = form.handleSubmit((read) => {
    const next = valuesOf(read, base);
    const odd = unusualIn(next, base);
    if (odd.length > 0) setAsked({ values: next, odd });
    else save(next);
  });
  const leave = () => {
    if (!isNew && form.formState.isDirty) void offer();
  };

  return (
    <Part>
      {begun !== null && isDirty && (
        <Notice
          actions={[
            {
              label: 'Start over',
              onPress: () => {
                dropDraft();
                setBegun(null);
                form.reset(draftOf(base));
              },
            },
          ]}
        >
          Begun earlier and not saved yet.
        </Notice>
      )}
      <Field control={form.control} name="name" label="Name" onLeave={leave} autoFocus={isNew} />
      <View style={{ flexDirection: 'row', gap: space.m }}>
        <Field
          control={form.control}
          name="stature"
          label={`Stature, ${length}`}
          numeric
          onLeave={leave}
        />
        <Field
          control={form.control}
          name="mass"
          label={`Body mass, ${mass}`}
          numeric
          onLeave={leave}
        />
      </View>
      <Fold
        title="Segment lengths by tape"
        note="Optional. Leave a field empty and it is estimated from stature."
        startsOpen={hasSegments}
      >
        <View style={{ flexDirection: 'row', gap: space.m }}>
          <Field
            control={form.control}
            name="thigh"
            label={`Thigh, ${length}`}
            numeric
            onLeave={leave}
          />
          <Field
            control={form.control}
            name="shank"
            label={`Shin, ${length}`}
            numeric
            onLeave={leave}
          />
        </View>
        <View style={{ flexDirection: 'row', gap: space.m }}>
          <Field
            control={form.control}
            name="trunk"
            label={`Trunk, ${length}`}
            numeric
            onLeave={leave}
          />
          <Field
            control={form.control}
            name="foot"
            label={`Foot, ${length}`}
            numeric
            onLeave={leave}
          />
        </View>
        <Field
          control={form.control}
          name="shoulders"
          label={`Shoulder width, ${length}`}
          numeric
          onLeave={leave}
        />
      </Fold>
      <Field control={form.control} name="notes" label="Notes" multiline onLeave={leave} />
      {asked && (
        <Notice
          tone="before"
          actions={[
            { label: 'Yes, it is right', onPress: () => save(asked.values) },
            { label: 'No, change it', onPress: () => setAsked(null) },
          ]}
        >
          {sayUnusualBody(asked.odd)}
        </Notice>
      )}
      {isNew && (
        <View style={{ flexDirection: 'row' }}>
          <RowButton title="Add client" onPress={() => void offer()} />
        </View>
      )}
      {isNew && <ImportRecord />}
    </Part>
  );
}

function Field({
  control,
  name,
  label,
  numeric = false,
  multiline = false,
  autoFocus = false,
  onLeave,
}: {
  control: Control<Draft, unknown, Read>;
  name: keyof Draft;
  label: string;
  numeric?: boolean;
  multiline?: boolean;
  autoFocus?: boolean;
  onLeave: () => void;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <Input
          label={label}
          aria-label={label}
          aria-invalid={fieldState.invalid}
          value={field.value}
          onChangeText={field.onChange}
          onBlur={() => {
            field.onBlur();
            onLeave();
          }}
          autoFocus={autoFocus}
          inputMode={numeric ? 'decimal' : 'text'}
          multiline={multiline}
          numberOfLines={multiline ? 4 : 1}
          errorMessage={fieldState.error?.message ?? ''}
          renderErrorMessage={fieldState.error !== undefined}
          containerStyle={{ flex: multiline ? undefined : 1 }}
        />
      )}
    />
  );
}
