import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { CaptureLine, CaptureRow, Dossier } from '@zither/contract';
import type { Analysis } from '@zither/core';
import { saySquat } from '@zither/words/watch';
import { sayShortDay } from '@zither/words/days';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useCapture } from '../data/index.ts';
import { spansOf, spotsByFrame } from './reviewData.ts';
import { frameFor, StickFigure } from './StickFigure.tsx';
import { useReading } from './useReading.ts';
import { sayNumber } from '@zither/words/numbers';

/** The worst rep of an earlier capture beside the worst of this one, both at their bottom and moving together from there. */
export function SideBySide({
  dossier,
  capture,
  analysis,
  before,
}: {
  dossier: Dossier;
  capture: CaptureRow;
  analysis: Analysis;
  before: CaptureLine;
}) {
  const earlier = useCapture(before.id);
  const row = earlier.state === 'ready' ? earlier.capture : null;
  const { state } = useReading(dossier, row);
  if (earlier.state !== 'ready' || state.kind !== 'done' || !state.analysis)
    return (
      <Part title="Side by side">
        <Say soft>
          {earlier.state === 'unreachable' || state.kind === 'problem'
            ? 'The earlier capture cannot be read here now.'
            : 'Reading the earlier capture…'}
        </Say>
      </Part>
    );
  return (
    <Both then={{ analysis: state.analysis, line: before }} now={{ analysis, line: capture }} />
  );
}

interface One {
  analysis: Analysis;
  line: Pick<CaptureLine, 'takenOn' | 'condition' | 'asks'>;
}

/** The rep in hand of one capture, with the figure at a moment counted from its bottom. */
function useRep({ analysis }: One) {
  return useMemo(() => {
    const spans = spansOf(analysis);
    const span = spans.find((s) => s.number === analysis.worst) ?? spans[0]!;
    const times = analysis.series.timesS;
    const spots = spotsByFrame(analysis);
    const bottomS = times[span.bottom] ?? 0;
    return {
      spots,
      leastS: (times[span.start] ?? 0) - bottomS,
      mostS: (times[span.end] ?? 0) - bottomS,
      at: (seconds: number) => {
        const wanted = bottomS + seconds;
        let best = span.start;
        for (let k = span.start; k <= span.end; k += 1)
          if (Math.abs((times[k] ?? 0) - wanted) < Math.abs((times[best] ?? 0) - wanted)) best = k;
        return spots[best] ?? {};
      },
    };
  }, [analysis]);
}

function Both({ then, now }: { then: One; now: One }) {
  const { isWide, width } = useLook();
  const [seconds, setSeconds] = useState(0);
  const [was, is] = [useRep(then), useRep(now)];
  const { view } = now.analysis;
  // One scale and one floor for both, so that what differs is the client.
  const frame = useMemo(() => frameFor([...was.spots, ...is.spots], view), [was, is, view]);
  const each = isWide ? 140 : (width - 2 * space.l - space.m) / 2;
  const pair = [
    { rep: was, one: then, word: 'Before' },
    { rep: is, one: now, word: 'Now' },
  ];
  return (
    <Part title="Side by side" hint="The worst rep of each, at the bottom.">
      <View style={{ flexDirection: 'row', gap: space.m }}>
        {pair.map(({ rep, one, word }) => (
          <View key={word} style={{ width: each }}>
            <Say strong small>{`${word}: ${sayShortDay(one.line.takenOn)}`}</Say>
            <Say small soft>
              {saySquat(one.line)}
            </Say>
            <StickFigure
              spots={rep.at(seconds)}
              ghost={null}
              view={view}
              frame={frame}
              width={each}
              height={220}
              label={`${word}, ${sayNumber(seconds, 1)} s from the bottom.`}
            />
          </View>
        ))}
      </View>
      <SliderRow
        label="From the bottom"
        value={seconds}
        least={Math.max(was.leastS, is.leastS)}
        most={Math.min(was.mostS, is.mostS)}
        step={0.05}
        show={(s) => `${sayNumber(s, 1)} s`}
        onDrag={setSeconds}
        onCommit={setSeconds}
      />
    </Part>
  );
}
