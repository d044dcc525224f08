/** Tells whoever waits that something was written; each process hears of its own writes only. */
export class Changes {
  private readonly waiting = new Set<() => void>();
  private isOver = false;

  /** Something was written. */
  happened(): void {
    for (const wake of [...this.waiting]) wake();
  }

  /** Waits for the next write, but no longer than so many milliseconds; answers false once the server stops. */
  next(ms: number): Promise<boolean> {
    if (this.isOver) return Promise.resolve(false);
    return new Promise((resolve) => {
      const wake = () => {
        clearTimeout(timer);
        this.waiting.delete(wake);
        resolve(!this.isOver);
      };
      const timer = setTimeout(wake, ms);
      this.waiting.add(wake);
    });
  }

  /** Nobody waits any longer. */
  close(): void {
    this.isOver = true;
    this.happened();
  }
}
