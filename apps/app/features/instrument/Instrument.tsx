import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import {
  BALANCED,
  reaches,
  solve,
  squatAt,
  type Case,
  type Hold,
  type MethodProfile,
  type Side,
} from '@zither/core';
import type { Ground } from '@zither/visit';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Controls } from './Controls.tsx';
import { FloorPlan } from './FloorPlan.tsx';
import { Levers } from './Levers.tsx';
import { PlumbFigure } from './PlumbFigure.tsx';
import { Why } from './Why.tsx';
import { WindowBar } from './WindowBar.tsx';
import { sayDeepest, sayDepth, saySideDifference, sayWindow } from '@zither/words/instrument';

/** The instrument in two parts, for the page to place: what stays in sight, and what scrolls. */
export interface InstrumentParts {
  pinned: ReactNode;
  body: ReactNode;
  /** Redraws with a question that is not meant yet: something outside the instrument is dragged; null = let go. */
  preview: (draft: Case | null) => void;
}

/** Height of the one picture a phone has room for. */
const PHONE_PICTURE_PX = 176;

/** The setup as an instrument: figure, window, plan, controls and levers on one question. */
export function Instrument({
  question: asked,
  onChange,
  before,
  beforeIs = 'the setup before this change',
  method = BALANCED,
  ground = null,
  children,
}: {
  question: Case;
  onChange: (next: Case) => void;
  /** Drawn as a ghost: the setup before the last change, or an alternative. */
  before: Case | null;
  /** The ghost's name in words. */
  beforeIs?: string | undefined;
  /** The school whose lean limits hold; balanced when none is chosen. */
  method?: MethodProfile;
  /** What is known of the client, for the intervals of Why; null = a case without a record. */
  ground?: Ground | null;
  children: (parts: InstrumentParts) => ReactNode;
}) {
  const { isWide, width: windowWidth, colors } = useLook();
  const [draft, setDraft] = useState<Case | null>(null);
  const [shownSide, setShownSide] = useState<Side | null>(null);
  const [shape, setShape] = useState<'side' | 'above'>('side');
  const [scrubDeg, setScrubDeg] = useState<number | null>(null);
  const [paneWidth, setPaneWidth] = useState(Math.min(windowWidth, 560));
  const question = draft ?? asked;
  const leanLimitOf = useCallback((hold: Hold): number => method.leanLimitDeg[hold], [method]);

  const solution = useMemo(() => solve(question), [question]);
  // Controls, levers and reasons cost more than the figure and stand still while something is dragged.
  const settled = useMemo(() => solve(asked), [asked]);
  const side = shownSide ?? solution.governingSide;
  const depthDeg = scrubDeg ?? question.target.thighDepthDeg;
  const moment = useMemo(() => squatAt(question, side, depthDeg), [question, side, depthDeg]);
  const ghost = useMemo(
    () => (before ? squatAt(before, side, scrubDeg ?? before.target.thighDepthDeg) : null),
    [before, side, scrubDeg],
  );
  const governing = solution.sides[solution.governingSide];
  const sentence = sayWindow(
    governing.window,
    question.target.thighDepthDeg,
    question.limits.trunkLeanDeg,
    question.limits.bufferDeg,
  );
  const difference = saySideDifference(solution);
  const commit = useCallback(
    (next: Case) => {
      setDraft(null);
      setScrubDeg(null);
      // Choosing what is already chosen is not a change to save or to draw a ghost of.
      if (JSON.stringify(next) !== JSON.stringify(asked)) onChange(next);
    },
    [asked, onChange],
  );
  const figureWidth = paneWidth - 2 * space.l;
  const isOpen = governing.window.kind === 'open';

  const plan = (
    <FloorPlan
      question={question}
      ghost={before}
      band={method.kneeBandDeg}
      width={figureWidth}
      height={isWide ? 184 : PHONE_PICTURE_PX}
    />
  );

  const pinned = (
    <View
      onLayout={(e) => setPaneWidth(e.nativeEvent.layout.width)}
      style={{
        paddingHorizontal: space.l,
        paddingTop: space.s,
        paddingBottom: space.s,
        gap: space.xs,
      }}
    >
      <View testID="window">
        <WindowBar
          window={governing.window}
          workingDeg={governing.bottom.kind === 'pose' && isOpen ? governing.bottom.shankDeg : null}
          sentence={sentence}
        />
        <Notice
          tone={isOpen ? 'good' : reaches(governing.window) ? 'before' : 'now'}
          isTight={!isWide}
        >
          <Say strong small={!isWide}>
            {sentence}
          </Say>
        </Notice>
      </View>
      {(isWide || shape === 'side') && (
        <PlumbFigure
          moment={moment}
          ghost={ghost}
          width={figureWidth}
          height={isWide ? 244 : PHONE_PICTURE_PX}
          statureMm={question.body.statureMm}
          fitDepthDeg={scrubDeg === null ? question.target.thighDepthDeg : -45}
        />
      )}
      {!isWide && shape === 'above' && plan}
      <View style={{ flexDirection: 'row', alignItems: 'center', minHeight: 20, gap: space.s }}>
        <Say small style={{ color: colors.heather, flex: 1 }}>
          {before ? `Dashed: ${beforeIs}.` : ''}
        </Say>
        {!isWide && (
          <Choice
            label="Seen from"
            hideLabel
            isTight
            options={[
              { value: 'side', label: 'Side', spoken: 'Seen from the side' },
              { value: 'above', label: 'Above', spoken: 'Seen from above' },
            ]}
            value={shape}
            onChange={setShape}
          />
        )}
      </View>
      {isWide && plan}
    </View>
  );

  const body = (
    <View>
      <Part>
        <Say>{sayDeepest(solution, question.target.thighDepthDeg)}</Say>
        {difference && <Say>{difference}</Say>}
        <SliderRow
          label="Scrub the descent"
          show={sayDepth}
          value={depthDeg}
          least={-45}
          most={Math.max(30, question.target.thighDepthDeg)}
          step={1}
          onDrag={setScrubDeg}
          onCommit={setScrubDeg}
        />
        <Choice
          label="Side shown"
          options={[
            { value: 'left', label: 'Left' },
            { value: 'right', label: 'Right' },
          ]}
          value={side}
          onChange={setShownSide}
        />
      </Part>
      <Part title="Setup">
        <Controls question={asked} onDrag={setDraft} onCommit={commit} leanLimitOf={leanLimitOf} />
      </Part>
      <Part title="Levers" hint="What one change at a time would do on the governing side.">
        <Levers
          question={asked}
          side={settled.governingSide}
          leanLimitOf={leanLimitOf}
          onTry={commit}
        />
        <Why
          question={asked}
          solution={settled}
          side={shownSide ?? settled.governingSide}
          method={method}
          ground={ground}
        />
      </Part>
    </View>
  );

  return children({ pinned, body, preview: setDraft });
}
