import { View } from 'react-native';
import type { CaptureLine, Judgement } from '@zither/contract';
import { agreementOf, AREAS, FAULTS } from '@zither/core';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { AGREEMENT_WORDS, AREA_NAMES, sayFault, sayAgreement } from '@zither/words/watch';

/** Measured and judged of one look, side by side. */
export function AgreementTable({
  capture,
  judgement,
}: {
  capture: Pick<CaptureLine, 'view' | 'report'>;
  judgement: Judgement;
}) {
  const { colors } = useLook();
  const { report, view } = capture;
  const { lines, alike, of } = agreementOf(
    view,
    report.findings,
    judgement.seen,
    report.quality.notJudged.filter((n) => n.side === null).map((n) => n.fault),
    judgement.lookedAt,
  );
  // As the eye travels: from the floor up.
  const place = (l: (typeof lines)[number]) => AREAS.indexOf(FAULTS[l.fault].area);
  const inOrder = [...lines].sort((a, b) => place(a) - place(b));
  const cell = (text: string, flex: number, strong = false) => (
    <View role="cell" style={{ flex }}>
      <Say small strong={strong}>
        {text}
      </Say>
    </View>
  );
  return (
    <View style={{ gap: space.xs }}>
      <Say small>{sayAgreement(alike, of)}</Say>
      {lines.length > 0 && (
        <View role="table" aria-label="Measured and judged by eye">
          <View role="row" style={{ flexDirection: 'row', gap: space.s }}>
            {(['Fault', 'Measured', 'By eye', ''] as const).map((h, i) => (
              <View
                key={h}
                role="columnheader"
                aria-label={h || 'Agreement'}
                style={{ flex: [2.2, 1, 1, 1.5][i] ?? 1 }}
              >
                <Say small soft strong>
                  {h}
                </Say>
              </View>
            ))}
          </View>
          {inOrder.map((l) => (
            <View
              key={`${l.fault} ${l.side ?? ''}`}
              role="row"
              style={{
                flexDirection: 'row',
                gap: space.s,
                paddingVertical: space.xs,
                borderTopWidth: 1,
                borderColor: colors.hairline,
              }}
            >
              <View role="cell" style={{ flex: 2.2 }}>
                <Say small>{sayFault(l.fault, l.side)}</Say>
                <Say small soft>
                  {AREA_NAMES[FAULTS[l.fault].area]}
                </Say>
              </View>
              {cell(l.measured ?? '–', 1, l.measured === 'clear')}
              {cell(l.byEye ?? '–', 1, l.byEye === 'clear')}
              {cell(AGREEMENT_WORDS[l.kind], 1.5)}
            </View>
          ))}
        </View>
      )}
    </View>
  );
}
