import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  isSameSupport,
  resolveBody,
  type Case,
  type MethodProfile,
  type Setup,
} from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { chanceOn, heelLevels, kitHere, type FieldPoint } from '@zither/visit';
import { sayDepth, saySupport } from '@zither/words/instrument';
import { HOLD_NAMES } from '@zither/words/names';
import { sayRests } from '@zither/words/trials';
import { ChanceField } from './ChanceField.tsx';
import { sayPoint } from '@zither/words/chance';
import type { SetPage } from './useSetPage.ts';
import { useChanceMap } from './useSet.ts';
import { sayLength, sayMass } from '@zither/words/units';
import { sayNumber } from '@zither/words/numbers';
import { sayMapSigns, sayLessLikely } from '@zither/words/setup';

/** The chance over stance and foot angle: drag the point, slide the heel, and see it against the setup in use. */
export function MapPart({
  page,
  from,
  method,
  onPreview,
}: {
  page: SetPage;
  /** The setup shown, under the limits of the day: where the point begins. */
  from: Case;
  /** The method it is shown under. */
  method: MethodProfile;
  /** While the point is dragged; null = let go. */
  onPreview: (draft: Case | null) => void;
}) {
  const { dossier, basis, use, look } = page;
  const { client } = dossier;
  const { isWide } = useLook();
  const shoulder = useMemo(() => resolveBody(from.body).shoulderWidthMm, [from.body]);
  const { setup } = from;
  const stand = pointOf(basis?.question.habit ?? setup);
  const at: FieldPoint = pointOf(setup);
  const [dragged, setDragged] = useState<FieldPoint | null>(null);
  const point = dragged ?? at;
  const levels = useMemo(
    () => heelLevels(kitHere(dossier), setup.support),
    [dossier, setup.support],
  );
  const level = levels.findIndex((s) => isSameSupport(s, setup.support));
  const [sliding, setSliding] = useState<number | null>(null);
  const { hold, loadKg } = setup;
  const targetDepthDeg = from.target.thighDepthDeg;
  const support = levels[sliding ?? level] ?? setup.support;
  const ask = useMemo(
    () =>
      basis && {
        question: basis.question,
        profile: method,
        tried: basis.tried,
        at: { support, hold, loadKg, targetDepthDeg },
      },
    [basis, method, support, hold, loadKg, targetDepthDeg],
  );
  const { map, hasFailed } = useChanceMap(ask);
  const withPoint = (p: FieldPoint): Case => ({
    ...from,
    setup: {
      ...setup,
      stanceWidthMm: p.stanceWidthMm,
      toeOutDeg: { left: p.toeOutDeg, right: p.toeOutDeg },
      support,
    },
  });
  const drag = (p: FieldPoint) => {
    setDragged(p);
    onPreview(withPoint(p));
  };
  const place = (p: FieldPoint) => {
    setDragged(null);
    onPreview(null);
    look({ setup: withPoint(p).setup, targetDepthDeg }, method);
  };
  const slideTo = (v: number) => {
    const to = levels[Math.round(v)];
    setSliding(null);
    if (to) look({ setup: { ...setup, support: to }, targetDepthDeg }, method);
  };
  const field = (
    <Part>
      {hasFailed && (
        <Notice tone="now">
          The part of the app that draws the map could not be started. Reload the page; nothing is
          lost.
        </Notice>
      )}
      {!map && !hasFailed && <Waiting what="the map" />}
      {map && (
        <>
          <View testID="point" role="status">
            <Say strong number>
              {`${sayPoint(map, point)}.`}
            </Say>
          </View>
          <ChanceField
            map={map}
            school={{
              stanceMm: {
                least: method.stancePerShoulderWidth.least * shoulder,
                most: method.stancePerShoulderWidth.most * shoulder,
              },
              toeOutDeg: method.toeOutDeg,
            }}
            habit={stand}
            inUse={use && (dragged || page.looked) ? pointOf(use.setup) : null}
            point={point}
            height={isWide ? 420 : 300}
            onDrag={drag}
            onPlace={place}
          />
          <Say small soft>
            {sayMapSigns(method.name, client.name, use !== null && page.looked !== null)}
          </Say>
        </>
      )}
    </Part>
  );
  const controls = (
    <Part>
      <Say small soft number>
        {`${HOLD_NAMES[hold]}${loadKg > 0 ? ` ${sayMass(loadKg)}` : ''} · to ${sayDepth(targetDepthDeg)} · ${sayRests(basis?.tried.length ?? 0, Boolean(basis?.question.watched))}`}
      </Say>
      <SliderRow
        label="Under the heels"
        show={(v) => saySupport(levels[Math.round(v)] ?? { kind: 'floor' })}
        value={sliding ?? Math.max(0, level)}
        least={0}
        most={Math.max(1, levels.length - 1)}
        step={1}
        onDrag={(v) => setSliding(Math.round(v))}
        onCommit={slideTo}
      />
      {map && (
        <>
          <SliderRow
            label="Stance width"
            show={(mm) => sayLength(mm)}
            value={point.stanceWidthMm}
            least={map.stancesMm[0] ?? 200}
            most={map.stancesMm.at(-1) ?? 800}
            step={10}
            onDrag={(stanceWidthMm) => drag({ ...point, stanceWidthMm })}
            onCommit={(stanceWidthMm) => place({ ...point, stanceWidthMm })}
          />
          <SliderRow
            label="Toe-out, both feet"
            show={(deg) => `${sayNumber(deg)}°`}
            value={point.toeOutDeg}
            least={0}
            most={40}
            step={1}
            onDrag={(toeOutDeg) => drag({ ...point, toeOutDeg })}
            onCommit={(toeOutDeg) => place({ ...point, toeOutDeg })}
          />
          {map.best && (
            <View style={{ gap: space.s, alignItems: 'flex-start' }}>
              <Say small>
                {map.best.chance >= 0.05
                  ? `Likeliest within the method: ${sayPoint(map, map.best)}.`
                  : 'The method has no likely setup at this heel and depth. Raise the heel, or ask for less depth.'}
              </Say>
              {map.best.chance >= 0.05 && (
                <Button
                  type="outline"
                  title="Go to the likeliest"
                  onPress={() => map.best && place(map.best)}
                />
              )}
            </View>
          )}
          {use && chanceOn(map, point) < use.chance - 0.02 && (
            <Say small soft>
              {sayLessLikely(use.chance)}
            </Say>
          )}
        </>
      )}
    </Part>
  );
  return (
    <>
      {field}
      {controls}
    </>
  );
}

/** A setup as a point of the map: both feet alike. */
const pointOf = ({
  stanceWidthMm,
  toeOutDeg: { left, right },
}: Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'>): FieldPoint => ({
  stanceWidthMm,
  toeOutDeg: (left + right) / 2,
});
