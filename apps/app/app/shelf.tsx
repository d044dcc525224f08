import { later } from '../ui/later.tsx';

export { ErrorBoundary } from '../features/shell/index.ts';

const ShelfScreen = later(
  'the shelf',
  async () => (await import('../features/shelf/ShelfScreen.tsx')).ShelfScreen,
);

export default function Shelf() {
  return <ShelfScreen />;
}
