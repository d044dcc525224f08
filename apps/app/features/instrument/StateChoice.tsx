import type { BodyState } from '@zither/contract';
import { STATE_NAMES } from '@zither/words/watch';
import { Choice } from '../../ui/Choice.tsx';
import { useDraft } from '../data/index.ts';

/** In which state the client is today: said once, and written beside every reading and look until it is said anew. */
export const useBodyState = (clientId: string, day: string) => {
  const { value, set } = useDraft<BodyState | null>(`state/${clientId}/${day}`, null);
  return [value, set] as const;
};

/** Cold, warm, or after the routine; like is compared with like. */
export function StateChoice({
  value,
  onChange,
}: {
  value: BodyState | null;
  onChange: (value: BodyState | null) => void;
}) {
  return (
    <Choice
      label="The client is"
      isTight
      options={[
        { value: '', label: 'Not said' },
        ...(Object.entries(STATE_NAMES) as [BodyState, string][]).map(([state, label]) => ({
          value: state,
          label,
        })),
      ]}
      value={value ?? ''}
      onChange={(to) => onChange(to === '' ? null : (to as BodyState))}
    />
  );
}
