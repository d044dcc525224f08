import type { Condition, LookAsks } from '@zither/contract';
import { lookAsksSchema } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';

/** A look's options as part of an address; options left plain are omitted. */
export const asksInAddress = (condition: Condition, asks: LookAsks): string =>
  [
    `condition=${condition}`,
    ...(Object.keys(PLAIN_LOOK) as (keyof LookAsks)[])
      .filter((key) => asks[key] !== PLAIN_LOOK[key])
      .map((key) => `${key}=${String(asks[key])}`),
  ].join('&');

/** The same read from an address typed by hand or kept as a bookmark; what cannot be is plain. */
export function asksFrom(params: { [K in keyof LookAsks]?: string }): LookAsks {
  const number = (of: string | undefined) => (of === undefined ? null : Number(of));
  const found = lookAsksSchema.safeParse({
    arms: params.arms ?? PLAIN_LOOK.arms,
    feet: params.feet ?? PLAIN_LOOK.feet,
    depth: params.depth ?? PLAIN_LOOK.depth,
    heelRiseMm: Number(params.heelRiseMm ?? 0),
    shod: params.shod === 'true',
    state: params.state ?? null,
    loadKg: number(params.loadKg),
    belt: params.belt === 'true',
    stands: params.stands ?? PLAIN_LOOK.stands,
    stanceWidthMm: number(params.stanceWidthMm),
    toeOutLeftDeg: number(params.toeOutLeftDeg),
    toeOutRightDeg: number(params.toeOutRightDeg),
    hold: params.hold ?? null,
  });
  return found.success ? found.data : PLAIN_LOOK;
}
