import { useMemo } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { summaryOf } from '@zither/visit';
import { sayGlance } from '@zither/words/glance';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { today } from '../data/index.ts';

/** What limits now, what is worked on, and when to look again. */
export function GlancePart({ dossier }: { dossier: Dossier }) {
  const day = today();
  const lines = useMemo(() => sayGlance(dossier, summaryOf(dossier, day), day), [dossier, day]);
  if (lines.length === 0) return null;
  return (
    <Part>
      {lines.map(({ label, text }) => (
        <View key={label} style={{ flexDirection: 'row', gap: space.m }}>
          <View style={{ width: 84 }}>
            <Say soft small>
              {label}
            </Say>
          </View>
          <View style={{ flex: 1 }}>
            <Say>{text}</Say>
          </View>
        </View>
      ))}
    </Part>
  );
}
