import type { KeptRow } from '@zither/contract';

/** What tabs of one browser tell each other: the line has changed, the row that came, and whether the sender gets through. */
export interface Said {
  what: 'line';
  row?: KeptRow;
  /** A change arrived at the server. */
  isSaved?: true;
  reach?: Reach;
}

/** Whether the tab that sends gets through; `because`: what the server said while it fails. */
export interface Reach {
  line: 'ready' | 'offline' | 'failing';
  because: string | null;
}

/** The other tabs of this browser: one sends, all follow. */
export interface Tabs {
  say: (said: Said) => void;
  listen: (heard: (said: Said) => void) => void;
  /** Whether this tab sends. */
  isSender: () => boolean;
  close: () => void;
}

const CHANNEL = 'zither-plumb';
const LOCK = 'zither-plumb.sender';

/**
 * Joins the tabs of this browser. The one that holds the lock sends; when it closes the browser hands the lock on. Where the page is not
 * secure there are no locks: then every tab sends, which the server takes once.
 */
export function joinTabs(onSender: () => void): Tabs {
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);
  const locks = typeof navigator === 'undefined' ? undefined : navigator.locks;
  let isSender = !locks;
  let leave = () => {};
  if (locks) {
    const isOver = new Promise<void>((resolve) => {
      leave = resolve;
    });
    void locks.request(LOCK, async () => {
      isSender = true;
      onSender();
      await isOver;
    });
  }
  return {
    say: (said) => channel?.postMessage(said),
    listen: (heard) => {
      if (channel) channel.onmessage = ({ data }: MessageEvent<Said>) => heard(data);
    },
    isSender: () => isSender,
    close: () => {
      leave();
      channel?.close();
    },
  };
}
