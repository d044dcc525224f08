/** What is needed of a worker here. */
type Ending = Pick<Worker, 'terminate'>;

/**
 * Workers of one kind. When a page goes, its worker waits for the next page instead of ending: its code is compiled and has run, so that the next
 * question takes a third of the time. One waits at most, and none that still works on what nobody wants any more.
 */
export function workersOf<W extends Ending>(make: () => W) {
  let waiting: W | null = null;
  return {
    take(): W {
      const own = waiting ?? make();
      waiting = null;
      return own;
    },
    /** @param isDone whether it has answered all it was asked, without a fault */
    leave(own: W, isDone: boolean): void {
      if (isDone && waiting === null) waiting = own;
      else own.terminate();
    },
  };
}
