import { router } from 'expo-router';
import { Choice } from '../../ui/Choice.tsx';

/** The sides of Set's one answer, in the order a coach asks for them. */
const SEGMENTS = [
  { value: 'why', label: 'Why', path: 'setup' },
  { value: 'alternatives', label: 'Alternatives', path: 'setup/schools' },
  { value: 'map', label: 'Map', path: 'setup/map' },
  { value: 'trials', label: 'Trials', path: 'setup/try' },
] as const;

export type Segment = (typeof SEGMENTS)[number]['value'];

/** One row of segments that keeps its place on every page of Set. */
export function SetSegments({ clientId, here }: { clientId: string; here: Segment }) {
  return (
    <Choice
      label="Of this setup"
      hideLabel
      options={SEGMENTS.map(({ value, label }) => ({ value, label }))}
      value={here}
      onChange={(to) => {
        const segment = SEGMENTS.find((s) => s.value === to);
        if (segment) router.navigate(`/clients/${clientId}/${segment.path}` as never);
      }}
    />
  );
}
