import { createElement, startTransition, useEffect, useState, type ComponentType } from 'react';
import { View } from 'react-native';
import { Waiting } from './Waiting.tsx';

/**
 * A page whose code comes when it is first shown.
 *
 * Not React's own `lazy`: once a waiting sign was shown, Suspense holds the page back until 0.3 s have passed. Here it is shown as soon as it is there.
 *
 * @param what what the waiting sign says is fetched
 * @param load brings the page; when that fails, the nearest error boundary is shown
 */
export function later<P extends object>(
  what: string,
  load: () => Promise<ComponentType<P>>,
): ComponentType<P> {
  let loaded: ComponentType<P> | null = null;
  let loading: Promise<void> | null = null;
  const begin = () =>
    (loading ??= load().then(
      (page) => {
        loaded = page;
      },
      (error: unknown) => {
        // Tried again the next time the page is shown.
        loading = null;
        throw error;
      },
    ));
  return function Later(props: P) {
    const [page, setPage] = useState<{ at: ComponentType<P> } | { failed: unknown } | null>(null);
    useEffect(() => {
      let isGone = false;
      const show = (next: typeof page) => {
        // Drawn bit by bit, so that a tap meanwhile is answered.
        if (!isGone) startTransition(() => setPage(next));
      };
      if (loaded) show({ at: loaded });
      else
        void begin().then(
          () => show({ at: loaded! }),
          (failed: unknown) => show({ failed }),
        );
      return () => {
        isGone = true;
      };
    }, []);
    if (!page) return loaded ? <View style={{ flex: 1 }} /> : <Waiting what={what} />;
    if ('failed' in page) throw page.failed;
    return createElement(page.at, props);
  };
}
