import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import {
  newestDorsiflexion,
  newestReading,
  resolveBody,
  SIDES,
  type MeasureId,
  type Side,
} from '@zither/core';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { bodyOf } from '@zither/visit';
import { sayValue, SIDE_LETTER } from '@zither/words/display';
import { AnkleGauge, ReadingGauge } from './Findings.tsx';
import { MEASURES } from '@zither/core';
import { sayNumber } from '@zither/words/numbers';

const SHOWN: { measure: MeasureId; side: Side | null }[] = [
  { measure: 'stanceWidth', side: null },
  { measure: 'heelRise', side: null },
  { measure: 'toeOut', side: 'left' },
  { measure: 'toeOut', side: 'right' },
];

/** The measurements a setup rests on as strings: newest reading, the one before as a ghost, the halo of its error. */
export function MeasureGauges({ dossier }: { dossier: Dossier }) {
  const body = resolveBody(bodyOf(dossier.client));
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', rowGap: space.s, columnGap: space.xl }}>
      {SHOWN.map(({ measure, side }) => (
        <Newest key={`${measure} ${side ?? ''}`} dossier={dossier} measure={measure} side={side} />
      ))}
      {SIDES.map((side) => {
        const ankle = newestDorsiflexion(body, dossier.trials, side);
        return (
          <Row
            key={side}
            title={`Dorsiflexion ${SIDE_LETTER[side]}`}
            value={ankle ? `${sayNumber(ankle.deg, 1)}°` : '–'}
          >
            {ankle && <AnkleGauge dossier={dossier} side={side} day={ankle.day} />}
          </Row>
        );
      })}
      <Newest dossier={dossier} measure="kneeTravel" side={null} />
    </View>
  );
}

function Newest({
  dossier,
  measure,
  side,
}: {
  dossier: Dossier;
  measure: MeasureId;
  side: Side | null;
}) {
  const reading = newestReading(dossier.trials, measure, side);
  return (
    <Row
      title={`${MEASURES[measure].name}${side ? ` ${SIDE_LETTER[side]}` : ''}`}
      value={reading ? sayValue(measure, reading.mean, reading.trials > 1) : '–'}
    >
      {reading && (
        <ReadingGauge dossier={dossier} measure={measure} side={side} day={reading.day} />
      )}
    </Row>
  );
}

function Row({ title, value, children }: { title: string; value: string; children: ReactNode }) {
  return (
    <View style={{ flexGrow: 1, flexBasis: 320 }}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Say>{title}</Say>
        <Say strong number>
          {value}
        </Say>
      </View>
      {children}
    </View>
  );
}
