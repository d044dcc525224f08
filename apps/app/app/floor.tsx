import { later } from '../ui/later.tsx';

export { ErrorBoundary } from '../features/shell/index.ts';

const FloorScreen = later(
  'this page',
  async () => (await import('../features/floor/FloorScreen.tsx')).FloorScreen,
);

export default function Page() {
  return <FloorScreen />;
}
