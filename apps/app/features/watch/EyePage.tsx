import { cameraViewSchema, conditionSchema, type Dossier, type LookAsks } from '@zither/contract';
import { useMemo } from 'react';
import { asksFrom } from './asks.ts';
import { EyeScreen } from './EyeScreen.tsx';

/** What an address says of a look; it may have been typed by hand. */
export type LookInAddress = { [K in keyof LookAsks | 'view' | 'condition']?: string };

/** A look by eye as its address asks for it; a bodyweight squat from the side where that cannot be read. */
export function EyePage({ dossier, asked }: { dossier: Dossier; asked: LookInAddress }) {
  const view = cameraViewSchema.catch('side').parse(asked.view);
  const condition = conditionSchema.catch('bodyweight').parse(asked.condition);
  const asks = useMemo(() => asksFrom(asked), [asked]);
  return (
    <EyeScreen
      key={`${view} ${condition}`}
      dossier={dossier}
      view={view}
      condition={condition}
      asks={asks}
    />
  );
}
