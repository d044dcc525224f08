import { act, fireEvent, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { noDevice } from '../features/data/device.ts';
import { outboxActions } from '../features/data/outbox.ts';
import { heldOf } from '../features/data/queue.ts';
import { makeStore } from '../features/data/store.ts';
import { SaveBadge } from '../ui/SaveBadge.tsx';
import { StringGauge } from '../ui/StringGauge.tsx';
import { Stepper } from '../ui/Stepper.tsx';
import { LookProvider } from '../ui/LookProvider.tsx';
import { theme } from '../ui/theme.ts';
import { setUnits } from '@zither/words/units';

const inTheme = (node: React.ReactNode) =>
  render(<LookProvider theme={theme}>{node}</LookProvider>);

const stepper = (change: object = {}) => {
  const onChange = jest.fn();
  inTheme(
    <Stepper
      label="Heel to heel"
      unit="cm"
      value={42}
      step={0.5}
      digits={1}
      possible={{ least: 5, most: 120 }}
      usual={{ least: 15, most: 75 }}
      startAt={45}
      onChange={onChange}
      {...change}
    />,
  );
  const field = screen.getByLabelText(/^Heel to heel, (cm|in)$/);
  const type = (text: string) => {
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  };
  return { onChange, field, type };
};

describe('the stepper', () => {
  it('steps, and takes typed numbers with a point or a comma', () => {
    const { onChange, type } = stepper();
    fireEvent.click(screen.getByLabelText('More: Heel to heel'));
    expect(onChange).toHaveBeenLastCalledWith(42.5);
    type('38,5');
    expect(onChange).toHaveBeenLastCalledWith(38.5);
  });

  it('understands a unit that is typed, feet and inches and fractions', () => {
    const { onChange, type } = stepper();
    type('16 1/2 in');
    expect(onChange).toHaveBeenLastCalledWith(41.91);
    type('1\'6"');
    expect(onChange).toHaveBeenLastCalledWith(45.72);
    type('500 mm');
    expect(onChange).toHaveBeenLastCalledWith(50);
  });

  it('shows and steps in the units of the device, and gives back what the page counts in', () => {
    setUnits('imperial');
    try {
      const { onChange, field, type } = stepper();
      expect((field as HTMLInputElement).value).toBe('16.5');
      fireEvent.click(screen.getByLabelText('More: Heel to heel'));
      // Half a centimetre is about a quarter of an inch.
      expect(onChange.mock.lastCall![0]).toBeCloseTo(16.8 * 2.54, 3);
      type('18');
      expect(onChange).toHaveBeenLastCalledWith(45.72);
      type('50 cm');
      expect(onChange.mock.lastCall![0]).toBeCloseTo(50, 3);
      type('90');
      expect(screen.getByText(/not possible: 2 to 47.2/)).toBeTruthy();
    } finally {
      setUnits('metric');
    }
  });

  it('starts from a sensible value when nothing is entered', () => {
    const { onChange } = stepper({ value: null });
    fireEvent.click(screen.getByLabelText('More: Heel to heel'));
    expect(onChange).toHaveBeenLastCalledWith(45);
  });

  it.each([
    ['900', /not possible: 5 to 120/],
    ['about forty', /must be a number in cm/],
    ['', /must be a number/],
  ])('refuses %p with a sentence and keeps it on the screen', (text, words) => {
    const { onChange, field, type } = stepper();
    type(text);
    expect(onChange).not.toHaveBeenCalled();
    expect(screen.getByText(words)).toBeTruthy();
    expect((field as HTMLInputElement).value).toBe(text);
    expect(field.getAttribute('aria-invalid')).toBe('true');
  });

  it('asks once about the unusual and takes it when confirmed', () => {
    const { onChange, type } = stepper();
    type('95');
    expect(onChange).not.toHaveBeenCalled();
    fireEvent.click(screen.getByText('Yes, keep it'));
    expect(onChange).toHaveBeenLastCalledWith(95);
    expect(screen.queryByText('Yes, keep it')).toBeNull();
  });
});

describe('the string gauge', () => {
  it('is read as its sentence', () => {
    inTheme(
      <StringGauge
        label="Dorsiflexion L"
        unit="°"
        now={28}
        before={25}
        target={{ least: 32, most: 48 }}
        error={4}
        scale={{ least: 10, most: 50 }}
      />,
    );
    expect(
      screen.getByLabelText(
        'Dorsiflexion L: 28°, give or take 4, outside the target 32 to 48, last time 25.',
      ),
    ).toBeTruthy();
  });
});

describe('where the work is', () => {
  it('counts a change as waiting once the disk has it, not before', () => {
    const tabs = { say: () => {}, listen: () => {}, isSender: () => true, close: () => {} };
    const store = makeStore({ open: async () => noDevice(), join: () => tabs });
    inTheme(
      <Provider store={store}>
        <SaveBadge />
      </Provider>,
    );
    const says = () => screen.getByTestId('save-state').textContent;
    const change = (seq: number, rowId: string) => {
      const operation = { kind: 'move.withdraw', operationId: rowId, rowId, baseVersion: 1 };
      return heldOf(seq, { ...operation, clientId: rowId } as never, null);
    };
    const [first, second] = [change(1, 'a'), change(-1, 'b')];
    act(() => {
      store.dispatch(outboxActions.reached({ line: 'offline', because: null }));
      store.dispatch(outboxActions.loosened({ ...first, seq: -2 }));
    });
    expect(says()).toMatch(/Saving…$/);
    const keep = (items: (typeof first)[], seqs: number[]) =>
      act(() => {
        store.dispatch(outboxActions.kept({ line: { items, unreadable: [] }, seqs }));
      });
    keep([first], [-2]);
    expect(says()).toMatch(/Waiting for network · 1$/);
    act(() => {
      store.dispatch(outboxActions.loosened(second));
    });
    expect(says()).toMatch(/Waiting for network · 1$/);
    keep([first, { ...second, seq: 2 }], [-1]);
    expect(says()).toMatch(/Waiting for network · 2$/);
    keep([], []);
    act(() => {
      store.dispatch(outboxActions.saved());
    });
    expect(says()).toMatch(/Saved$/);
  });
});
