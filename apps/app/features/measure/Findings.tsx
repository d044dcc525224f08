import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import {
  dorsiflexionOn,
  halfInterval,
  newestDorsiflexion,
  newestReading,
  readArch,
  readingOn,
  resolveBody,
  SIDES,
  type MeasureId,
  type Side,
  type Station,
} from '@zither/core';
import { MEASURES } from '@zither/core';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { StringGauge } from '../../ui/StringGauge.tsx';
import { space } from '../../ui/theme.ts';
import { bodyOf, comparisonsOf, DROP_TARGET, targetOf } from '@zither/visit';
import { Equations, NumberInputs } from '../instrument/index.ts';
import { displayOf, sayWhat, SIDE_LETTER } from '@zither/words/display';
import { SCALES } from './scales.ts';
import {
  isFlat,
  sayAsymmetry,
  sayChangeSince,
  sayReading,
  stationLines,
} from '@zither/words/measure';
import { sayComparison } from '@zither/words/trace';
import { shownAs } from '@zither/words/units';

/** What was found at a station today: each reading as a string with its error, the sides against each other, the change since last time. */
export function Findings({
  dossier,
  station,
  day,
}: {
  dossier: Dossier;
  station: Station;
  day: string;
}) {
  const { trials } = dossier;
  const read = station.measures.filter((measure) =>
    trials.some((t) => t.measure === measure && t.takenOn === day && t.struck === null),
  );
  const lines = stationLines(dossier, station.id, day);
  if (read.length === 0 && lines.length === 0) return null;
  return (
    <View style={{ gap: space.m }}>
      {read.map((measure) => (
        <MeasureFindings key={measure} dossier={dossier} measure={measure} day={day} />
      ))}
      {(station.id === 'archStanding' || station.id === 'archSitting') && (
        <ArchGauges dossier={dossier} />
      )}
      {lines.map((line) => (
        <Say key={line}>{line}</Say>
      ))}
      <WhyChange dossier={dossier} read={read} day={day} />
    </View>
  );
}

/** One tap deeper: every change and side difference of the station with its interval, the readings behind it, and how it is judged. */
function WhyChange({
  dossier,
  read,
  day,
}: {
  dossier: Dossier;
  read: readonly MeasureId[];
  day: string;
}) {
  const changes = read.flatMap((measure) => comparisonsOf(dossier, measure, day));
  if (changes.length === 0) return null;
  return (
    <Fold title="Why? How a change is judged">
      {changes.map((c) => (
        <NumberInputs key={sayComparison(c)} names={[sayComparison(c)]} numbers={[c.shown]} />
      ))}
      <Equations of={changes.map((c) => c.shown)} />
    </Fold>
  );
}

function MeasureFindings({
  dossier,
  measure,
  day,
}: {
  dossier: Dossier;
  measure: MeasureId;
  day: string;
}) {
  const { trials } = dossier;
  const sides: (Side | null)[] = MEASURES[measure].sided ? [...SIDES] : [null];
  const asymmetry = sayAsymmetry(trials, measure, day);
  return (
    <View style={{ gap: space.xs }}>
      {sides.map((side) => {
        const reading = readingOn(trials, measure, side, day);
        if (!reading) return null;
        const change = sayChangeSince(trials, measure, side, day);
        return (
          <View key={side ?? 'one'}>
            <Say small soft number>
              {`${side === null ? '' : `${SIDE_LETTER[side]} `}${sayReading(measure, reading)}`}
            </Say>
            {measure === 'kneeToWall' && side !== null ? (
              <AnkleGauge dossier={dossier} side={side} day={day} />
            ) : (
              <ReadingGauge dossier={dossier} measure={measure} side={side} day={day} />
            )}
            {change && (
              <Say small soft>
                {change}
              </Say>
            )}
          </View>
        );
      })}
      {asymmetry && <Say>{asymmetry}</Say>}
    </View>
  );
}

/** One reading on its string: the method's target, last time, and the halo of its error. */
export function ReadingGauge({
  dossier,
  measure,
  side,
  day,
}: {
  dossier: Dossier;
  measure: MeasureId;
  side: Side | null;
  day: string;
}) {
  const { unit: stored, usual } = MEASURES[measure];
  if (stored === 'yesNo') return null;
  const reading = readingOn(dossier.trials, measure, side, day);
  const before = newestReading(dossier.trials, measure, side, day);
  const { unit, per, digits } = displayOf(measure);
  const target = targetOf(dossier, measure);
  const scale = SCALES[measure] ?? usual;
  const shown = (range: { least: number; most: number }) => ({
    least: range.least / per,
    most: range.most / per,
  });
  return (
    <StringGauge
      label={sayWhat(measure, side)}
      unit={unit === '°' ? '°' : ` ${unit}`}
      now={reading ? reading.mean / per : null}
      before={before ? before.mean / per : null}
      target={target && shown(target)}
      error={
        reading && reading.sem > 0 && !isFlat(measure, reading)
          ? halfInterval(reading.sem) / per
          : null
      }
      scale={shown(scale)}
      digits={digits}
    />
  );
}

/** An ankle in degrees, whichever way it was read: the string the method's demand is drawn on. */
export function AnkleGauge({ dossier, side, day }: { dossier: Dossier; side: Side; day: string }) {
  const body = resolveBody(bodyOf(dossier.client));
  const now = dorsiflexionOn(body, dossier.trials, side, day);
  const before = newestDorsiflexion(body, dossier.trials, side, day);
  return (
    <StringGauge
      label={`Dorsiflexion ${side}`}
      unit="°"
      now={now?.deg ?? null}
      before={before?.deg ?? null}
      target={targetOf(dossier, 'shinAngle')}
      error={now ? halfInterval(now.sem) : null}
      scale={{ least: 10, most: 50 }}
    />
  );
}

function ArchGauges({ dossier }: { dossier: Dossier }) {
  return SIDES.map((side) => {
    const { dropMm, plusMinusMm } = readArch(dossier.trials, side);
    if (dropMm === null) return null;
    const { unit, per } = shownAs('height');
    return (
      <View key={side}>
        <Say small soft>{`${SIDE_LETTER[side]} navicular drop, ${unit}`}</Say>
        <StringGauge
          label={`Navicular drop ${side}`}
          unit={` ${unit}`}
          now={dropMm / per}
          target={{ least: DROP_TARGET.least / per, most: DROP_TARGET.most / per }}
          error={plusMinusMm === null ? null : plusMinusMm / per}
          scale={{ least: 0, most: 20 / per }}
        />
      </View>
    );
  });
}
