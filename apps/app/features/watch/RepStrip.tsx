import { Pressable, ScrollView, View } from 'react-native';
import type { Analysis } from '@zither/core';
import { Say } from '../../ui/Say.tsx';
import { radio, RADIO_GROUP } from '../../ui/radioKeys.ts';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import type { Span } from './MotionPlot.tsx';
import { frameFor, StickFigure, type Spots } from './StickFigure.tsx';
import { sayFault } from '@zither/words/watch';

/** Every rep at its bottom, side by side: which is best, which is worst, and what each showed. */
export function RepStrip({
  analysis,
  spans,
  spots,
  chosen,
  onChoose,
}: {
  analysis: Analysis;
  spans: readonly Span[];
  spots: readonly Spots[];
  chosen: number;
  onChoose: (rep: number) => void;
}) {
  const { colors, isWide, width } = useLook();
  // Five fit beside each other without scrolling on the phone and in a pane.
  const card = isWide ? 56 : Math.min(72, Math.floor((width - 2 * space.l - 4 * space.xs) / 5));
  // Drawn to the bottoms alone, which are half as tall as standing.
  const frame = frameFor(
    spans.map((s) => spots[s.bottom] ?? {}),
    analysis.view,
  );
  const hasChosen = spans.some((s) => s.number === chosen);
  return (
    <ScrollView horizontal>
      <View {...RADIO_GROUP} aria-label="Reps" style={{ flexDirection: 'row', gap: space.xs }}>
        {spans.map(({ number, bottom }, i) => {
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
              {...radio(isOn, i === 0, hasChosen)}
              accessibilityLabel={
                `${number} ${note}`.trim() +
                `, rep with ${shown.length === 0 ? 'nothing to name' : shown.map((f) => sayFault(f.fault, f.side).toLowerCase()).join(', ')}`
              }
              onPress={() => onChoose(number)}
              style={{
                width: card,
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
                width={card - 6}
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
