import { lazy, Suspense } from 'react';
import { Waiting } from '../ui/Waiting.tsx';

export { ErrorBoundary } from '../features/shell/index.ts';

const ShelfScreen = lazy(async () => ({
  default: (await import('../features/shelf/ShelfScreen.tsx')).ShelfScreen,
}));

export default function Shelf() {
  return (
    <Suspense fallback={<Waiting what="the shelf" />}>
      <ShelfScreen />
    </Suspense>
  );
}
