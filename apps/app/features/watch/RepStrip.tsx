import { Pressable, ScrollView, View } from 'react-native';
import type { Analysis } from '@zither/core';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import type { Span } from './MotionPlot.tsx';
import { StickFigure, type Frame, type Spots } from './StickFigure.tsx';
import { sayFault } from './words.ts';

/** Every rep at its bottom, side by side: which is best, which is worst, and what each showed. */
export function RepStrip({
  analysis,
  spans,
  spots,
  frame,
  chosen,
  onChoose,
}: {
  analysis: Analysis;
  spans: readonly Span[];
  spots: readonly Spots[];
  frame: Frame;
  chosen: number;
  onChoose: (rep: number) => void;
}) {
  const { colors } = useLook();
  return (
    <ScrollView horizontal tabIndex={0} role="radiogroup" aria-label="Reps">
      <View style={{ flexDirection: 'row', gap: space.s }}>
        {spans.map(({ number, bottom }) => {
          const shown = analysis.findings.filter((f) => f.reps.includes(number));
          const isClear = shown.some(
            (f) => f.perRep.find((r) => r.rep === number)?.severity === 'clear',
          );
          const note =
            analysis.best === number && analysis.best !== analysis.worst
              ? 'best'
              : analysis.worst === number && analysis.best !== analysis.worst
                ? 'worst'
                : '';
          const isOn = number === chosen;
          return (
            <Pressable
              key={number}
              role="radio"
              aria-checked={isOn}
              accessibilityLabel={
                `${number} ${note}`.trim() +
                `, rep with ${shown.length === 0 ? 'nothing to name' : shown.map((f) => sayFault(f.fault, f.side).toLowerCase()).join(', ')}`
              }
              onPress={() => onChoose(number)}
              style={{
                width: 66,
                borderWidth: isOn ? 2 : 1,
                borderColor: isOn ? colors.brass : colors.hairline,
                borderRadius: 6,
                backgroundColor: colors.surface,
                alignItems: 'center',
                paddingVertical: 2,
              }}
            >
              <StickFigure
                spots={spots[bottom] ?? {}}
                view={analysis.view}
                frame={frame}
                width={60}
                height={74}
                label=""
                isSmall
              />
              <Say small strong>
                {`${number} ${note}`.trim()}
              </Say>
              <Say small style={{ color: isClear ? colors.rust : colors.inkSoft }}>
                {shown.length === 0 ? '–' : `${isClear ? '◆' : '◇'} ${shown.length}`}
              </Say>
            </Pressable>
          );
        })}
      </View>
    </ScrollView>
  );
}
