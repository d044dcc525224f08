import { useMemo, useState } from 'react';
import type { Analysis, Case } from '@zither/core';
import { Choice } from '../../ui/Choice.tsx';
import { Part } from '../../ui/Screen.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import type { Span } from './MotionPlot.tsx';
import { RepStrip } from './RepStrip.tsx';
import { modelOf, spotsByFrame } from './reviewData.ts';
import { frameFor, StickFigure } from './StickFigure.tsx';
import { sayNumber } from '@zither/words/numbers';

/** The reps side by side, the one in hand as a figure that can be drawn through its moments, and the client's model behind it. */
export function ReviewFigure({
  analysis,
  subject,
  spans,
  span,
  at,
  onRep,
  onFrame,
}: {
  analysis: Analysis;
  subject: Case | null;
  spans: readonly Span[];
  /** The rep in hand, and the frame the figure shows. */
  span: Span;
  at: number;
  onRep: (rep: number) => void;
  onFrame: (frame: number) => void;
}) {
  const { isWide, width } = useLook();
  const spots = useMemo(() => spotsByFrame(analysis), [analysis]);
  const frame = useMemo(() => frameFor(spots, analysis.view), [spots, analysis.view]);
  const model = useMemo(() => modelOf(analysis, subject), [analysis, subject]);
  const [showsModel, setShowsModel] = useState(true);
  const here = spots[at] ?? {};
  const times = analysis.series.timesS;
  const seconds = (k: number) => (times[k] ?? 0) - (times[span.start] ?? 0);
  return (
    <Part>
      <RepStrip
        analysis={analysis}
        spans={spans}
        spots={spots}
        chosen={span.number}
        onChoose={onRep}
      />
      <StickFigure
        spots={here}
        ghost={showsModel && model ? model(at, here) : null}
        view={analysis.view}
        frame={frame}
        width={isWide ? 300 : width - 2 * space.l}
        height={isWide ? 320 : 250}
        label={`Rep ${span.number}, ${sayNumber(seconds(at), 1)} s into it${showsModel && model ? ', with the model of this client behind it' : ''}.`}
      />
      <SliderRow
        label={`Rep ${span.number}`}
        value={at}
        least={span.start}
        most={span.end}
        step={1}
        show={(k) => `${sayNumber(seconds(k), 1)} s`}
        onDrag={onFrame}
        onCommit={onFrame}
      />
      {model && (
        <Choice
          label="Behind it"
          options={[
            { value: 'model', label: 'This client’s model' },
            { value: 'none', label: 'Nothing' },
          ]}
          value={showsModel ? 'model' : 'none'}
          onChange={(v) => setShowsModel(v === 'model')}
        />
      )}
    </Part>
  );
}
