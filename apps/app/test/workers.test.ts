import { workersOf } from '../ui/workers.ts';

class Told {
  hasEnded = false;
  terminate() {
    this.hasEnded = true;
  }
}

describe('workers that go from page to page', () => {
  it('one that has answered waits for the next page', () => {
    const workers = workersOf(() => new Told());
    const one = workers.take();
    workers.leave(one, true);
    expect(one.hasEnded).toBe(false);
    expect(workers.take()).toBe(one);
    // Two pages at once have one each.
    expect(workers.take()).not.toBe(one);
  });

  it('one that still works, or failed, ends', () => {
    const workers = workersOf(() => new Told());
    const busy = workers.take();
    workers.leave(busy, false);
    expect(busy.hasEnded).toBe(true);
    expect(workers.take()).not.toBe(busy);
  });

  it('no more than one waits', () => {
    const workers = workersOf(() => new Told());
    const [one, two] = [workers.take(), workers.take()];
    workers.leave(one, true);
    workers.leave(two, true);
    expect([one.hasEnded, two.hasEnded]).toEqual([false, true]);
  });
});
