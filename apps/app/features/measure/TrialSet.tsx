import { capital } from '@zither/words/terms';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier, Trial } from '@zither/contract';
import {
  abductionAtKneeGapDeg,
  HIP_FOLD_AT_DEG,
  HIP_FOLD_MEASURES,
  keptTrials,
  kneeGapAtAbductionMm,
  MEASURES,
  newestReading,
  readingOn,
  resolveBody,
  SIDES,
  type MeasureId,
  type Side,
} from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { radio, RADIO_GROUP } from '../../ui/radioKeys.ts';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { READABLE_PX, space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useAppSelector } from '../data/index.ts';
import { instrumentFor, truthOf } from '../instruments/index.ts';
import { bodyOf } from '@zither/visit';
import { displayOf, sayValue, sayWhat, SIDE_LETTER } from '@zither/words/display';
import { SensorPanel } from './SensorPanel.tsx';
import { TrialActions, TrialChips } from './TrialChips.tsx';
import { useTrials } from './useTrials.ts';
import { isFlat, saySpread, stepOf, sayKneeGap } from '@zither/words/measure';

/** The entry in hand, owned by the page so that the button under the thumb can keep it. */
export interface Entry {
  /** In the measure's stored unit; null = nothing to keep. */
  value: number | null;
  side: Side | null;
  kneeGapMm: number | null;
  pinch: boolean;
  /** How many were kept here: the field starts anew after each, and not when another coach's trial arrives while something is typed. */
  kept: number;
}

const isFold = (measure: MeasureId): measure is (typeof HIP_FOLD_MEASURES)[number] =>
  (HIP_FOLD_MEASURES as readonly MeasureId[]).includes(measure);

/** Knee gap to start from at a knee width, whole cm, in mm. */
export const usualKneeGapMm = (dossier: Dossier, measure: MeasureId): number | null =>
  isFold(measure)
    ? Math.round(
        kneeGapAtAbductionMm(resolveBody(bodyOf(dossier.client)), HIP_FOLD_AT_DEG[measure]) / 10,
      ) * 10
    : null;

/** One measure: its trials by side, whose turn it is, the entry, and how well the trials agree. */
export function TrialSet({
  dossier,
  measure,
  day,
  entry,
  onEntry,
  onKeep,
}: {
  dossier: Dossier;
  measure: MeasureId;
  day: string;
  entry: Entry;
  onEntry: (change: Partial<Entry>) => void;
  /** Keeps a value at once, as instruments and yes-or-no do. */
  onKeep: (value: number, instrument: Trial['instrument']) => void;
}) {
  const { colors } = useLook();
  const settings = useAppSelector((s) => s.settings);
  const trials = useTrials(dossier);
  const [openId, setOpenId] = useState<string | null>(null);
  const [byHand, setByHand] = useState(false);
  const known = MEASURES[measure];
  const sides: (Side | null)[] = known.sided ? [...SIDES] : [null];
  const { side } = entry;
  const all = (s: Side | null) =>
    dossier.trials.filter((t) => t.measure === measure && t.side === s && t.takenOn === day);
  const kept = keptTrials(dossier.trials, measure, side, day);
  const opened = dossier.trials.find((t) => t.id === openId);
  const { unit, per, digits } = displayOf(measure);
  const before = newestReading(dossier.trials, measure, side, day);
  const lastHere = kept.at(-1)?.value ?? before?.mean ?? known.startAt;
  const startAt = Number((Math.round(lastHere / known.grain) * known.grain) / per).toFixed(digits);
  const instrument = byHand ? null : instrumentFor(known, settings);
  const turn = `${side === null ? '' : `${side}, `}trial ${kept.length + 1}`;
  const seed = `${dossier.client.id} ${measure} ${side ?? ''} ${day} ${all(side).length}`;
  const aim = () => ({ measure: known, truth: truthOf(dossier, measure, side, day), seed });
  const current = readingOn(dossier.trials, measure, side, day);
  const close = () => setOpenId(null);
  // One empty ring says no more than the line above the field does.
  const hasTrials = known.sided || known.trials > 1 || all(null).length > 0;

  return (
    <View style={{ gap: space.m }}>
      {hasTrials && (
        <View
          style={{ flexDirection: 'row', gap: space.m }}
          {...(known.sided ? RADIO_GROUP : null)}
          aria-label={known.sided ? 'Side to read next' : undefined}
        >
          {sides.map((s) => {
            const isTurn = s === side;
            const reading = readingOn(dossier.trials, measure, s, day);
            return (
              <View
                key={s ?? 'one'}
                style={{
                  flex: 1,
                  gap: space.s,
                  padding: space.s,
                  borderWidth: isTurn && known.sided ? 2 : 1,
                  borderColor: isTurn && known.sided ? colors.brass : colors.hairline,
                  borderRadius: 6,
                  backgroundColor: colors.surface,
                }}
              >
                {s !== null ? (
                  <Button
                    type="clear"
                    {...radio(isTurn, s === 'left', true)}
                    title={`${SIDE_LETTER[s]}  ${reading ? sayValue(measure, reading.mean, reading.trials > 1) : '–'}`}
                    accessibilityLabel={`${SIDE_LETTER[s]}  ${reading ? sayValue(measure, reading.mean, reading.trials > 1) : '–'}, ${isTurn ? `reading ${s} next` : `read ${s} next`}`}
                    titleStyle={{
                      fontSize: 22,
                      color: colors.ink,
                      fontVariant: ['tabular-nums'],
                    }}
                    buttonStyle={{ minHeight: TARGET_PX, paddingHorizontal: 0 }}
                    onPress={() => onEntry({ side: s, value: null })}
                  />
                ) : (
                  reading && (
                    <Say
                      strong
                      number
                      style={{ fontSize: 22, lineHeight: 30, textAlign: 'center' }}
                    >
                      {sayValue(measure, reading.mean, reading.trials > 1)}
                    </Say>
                  )
                )}
                <TrialChips
                  measure={measure}
                  side={s}
                  trials={all(s)}
                  onOpen={(trial) => setOpenId(trial.id === openId ? null : trial.id)}
                />
              </View>
            );
          })}
        </View>
      )}
      {opened && opened.measure === measure && (
        <TrialActions
          key={opened.id}
          trial={opened}
          onClose={close}
          onStrike={(reason) => {
            trials.strike(opened, reason);
            close();
          }}
          onRestore={() => {
            trials.restore(opened);
            close();
          }}
          onMove={() => {
            trials.moveToOtherSide(opened);
            close();
          }}
        />
      )}
      {sides.map((s) => {
        const spread = saySpread(dossier.trials, measure, s, day);
        if (!spread) return null;
        return spread.agree ? (
          <Say key={s ?? 'one'} small soft>
            {spread.words}
          </Say>
        ) : (
          <Notice key={s ?? 'one'} tone="before" isTight>
            {spread.words}
          </Notice>
        );
      })}
      {isFold(measure) && (
        <KneeGap dossier={dossier} measure={measure} entry={entry} onEntry={onEntry} />
      )}
      {known.unit === 'yesNo' ? (
        <View style={{ flexDirection: 'row', gap: space.m }}>
          {[1, 0].map((value) => (
            <RowButton
              key={value}
              type="outline"
              title={value === 1 ? 'Yes' : 'No'}
              accessibilityLabel={`${value === 1 ? 'Yes' : 'No'}: ${sayWhat(measure, side)}`}
              buttonStyle={{ minHeight: 60 }}
              onPress={() => onKeep(value, 'byHand')}
            />
          ))}
        </View>
      ) : instrument?.way === 'streamed' ? (
        <SensorPanel
          key={`${measure} ${instrument.id}`}
          instrument={instrument}
          aim={aim()}
          who={turn}
          onTook={(deg) => onKeep(Math.round(deg * 10) / 10, instrument.id)}
          onByHand={() => setByHand(true)}
        />
      ) : (
        <>
          {measure === 'heelRise' && (
            <View style={{ flexDirection: 'row', gap: space.m, maxWidth: READABLE_PX }}>
              <RowButton
                type="outline"
                title="Flat"
                accessibilityLabel="Flat: nothing under the heels"
                buttonStyle={{ minHeight: 52 }}
                onPress={() => onKeep(0, 'byHand')}
              />
              {/* Shoes and kit are a setting: they may stay as they were. A measured value is never copied. */}
              {before && before.mean > 0 && (
                <RowButton
                  type="outline"
                  title={`As last time: ${sayValue(measure, before.mean)}`}
                  buttonStyle={{ minHeight: 52 }}
                  onPress={() => onKeep(Math.round(before.mean), 'byHand')}
                />
              )}
            </View>
          )}
          <Stepper
            key={`${measure} ${side ?? ''} ${entry.kept}`}
            label={sayWhat(measure, side)}
            hint={
              current && isFlat(measure, current)
                ? 'Only if something lies under them after all'
                : `${capital(turn)}${kept.length < known.trials ? ` of ${known.trials}` : ', one more than a set'}${before ? ` · last time ${sayValue(measure, before.mean, before.trials > 1)}` : ''}`
            }
            unit={unit}
            digits={digits}
            {...stepOf(measure)}
            value={entry.value === null ? null : entry.value / per}
            startAt={Number(startAt)}
            onChange={(shown) => onEntry({ value: shown * per })}
            onRefused={() => onEntry({ value: null })}
            onTyping={(shown) => onEntry({ value: shown === null ? null : shown * per })}
            onEnter={(shown) => onKeep(shown * per, 'byHand')}
          />
          {instrument?.way === 'asked' && (
            <Button
              type="outline"
              title={`Read the ${instrument.name.toLowerCase()}`}
              onPress={() => onKeep(instrument.read(aim()), instrument.id)}
            />
          )}
          {byHand && (
            <Button
              type="clear"
              title="Back to the sensor"
              titleStyle={{ color: colors.brass }}
              onPress={() => setByHand(false)}
            />
          )}
        </>
      )}
      {isFold(measure) && (
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="clear"
            role="checkbox"
            aria-checked={entry.pinch}
            title="A pinch ended it here"
            icon={
              <MaterialIcons
                name={entry.pinch ? 'check-box' : 'check-box-outline-blank'}
                size={24}
                color={colors.rust}
              />
            }
            titleStyle={{ color: colors.ink, marginLeft: space.s }}
            buttonStyle={{ paddingHorizontal: 0 }}
            onPress={() => onEntry({ pinch: !entry.pinch })}
          />
        </View>
      )}
    </View>
  );
}

function KneeGap({
  dossier,
  measure,
  entry,
  onEntry,
}: {
  dossier: Dossier;
  measure: MeasureId;
  entry: Entry;
  onEntry: (change: Partial<Entry>) => void;
}) {
  const body = resolveBody(bodyOf(dossier.client));
  const gap = entry.kneeGapMm;
  const at = gap === null ? null : abductionAtKneeGapDeg(body, gap);
  return (
    <View style={{ gap: space.xs }}>
      <Stepper
        label="Gap between the knees"
        hint="Kneecap middle to kneecap middle, as the client kneels."
        unit="cm"
        value={gap === null ? null : gap / 10}
        step={1}
        possible={{ least: 0, most: 150 }}
        startAt={(usualKneeGapMm(dossier, measure) ?? 200) / 10}
        onChange={(cm) => onEntry({ kneeGapMm: cm * 10 })}
        onRefused={() => onEntry({ kneeGapMm: null })}
      />
      <Say soft small>
        {sayKneeGap(at)}
      </Say>
    </View>
  );
}
