import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { NO_MARK, type Mark } from '@zither/visit';
import { FaultRow } from '../features/watch/FaultRow.tsx';
import { MotionPlot, shareOf } from '../features/watch/MotionPlot.tsx';
import { frameFor, spotsOf, StickFigure } from '../features/watch/StickFigure.tsx';
import { LeanStack } from '../ui/LeanStack.tsx';
import { LookProvider } from '../ui/LookProvider.tsx';
import { theme } from '../ui/theme.ts';

const inTheme = (node: React.ReactNode) =>
  render(<LookProvider theme={theme}>{node}</LookProvider>);

function Row({
  told,
  fault = 'kneesIn',
}: {
  told: (mark: Mark) => void;
  fault?: 'kneesIn' | 'archDrops';
}) {
  const [mark, setMark] = useState(NO_MARK);
  return (
    <FaultRow
      fault={fault}
      mark={mark}
      reps={3}
      onChange={(next) => {
        setMark(next);
        told(next);
      }}
    />
  );
}

describe('a fault under the thumb', () => {
  it('asks for side, phase and reps only once it is seen, and forgets them when it is not', () => {
    const told = jest.fn();
    inTheme(<Row told={told} />);
    expect(screen.queryByLabelText('L, left side')).toBeNull();
    fireEvent.click(screen.getByLabelText('slight, Knee in'));
    fireEvent.click(screen.getByLabelText('L, left side'));
    fireEvent.click(screen.getByLabelText('up, coming up'));
    fireEvent.click(screen.getByLabelText('3, in rep 3'));
    fireEvent.click(screen.getByLabelText('1, in rep 1'));
    expect(told).toHaveBeenLastCalledWith({
      severity: 'slight',
      side: 'left',
      phase: 'ascent',
      ways: {},
      atDepthDeg: null,
      reps: [1, 3],
    });
    // Pressed again, a choice is taken back.
    fireEvent.click(screen.getByLabelText('3, in rep 3'));
    expect(told).toHaveBeenLastCalledWith(expect.objectContaining({ reps: [1] }));
    fireEvent.click(screen.getByLabelText('–, Knee in not marked'));
    expect(told).toHaveBeenLastCalledWith(NO_MARK);
  });

  it('asks at which depth it was seen only of an arch that drops', () => {
    const told = jest.fn();
    const { unmount } = inTheme(<Row told={told} />);
    fireEvent.click(screen.getByLabelText('clear, Knee in'));
    expect(screen.queryByLabelText(/^Gave way at/)).toBeNull();
    unmount();
    inTheme(<Row told={told} fault="archDrops" />);
    fireEvent.click(screen.getByLabelText(/^clear, /));
    fireEvent.click(screen.getByLabelText('Gave way at parallel'));
    expect(told).toHaveBeenLastCalledWith(expect.objectContaining({ atDepthDeg: 0 }));
    fireEvent.click(screen.getByLabelText('Gave way at parallel'));
    expect(told).toHaveBeenLastCalledWith(expect.objectContaining({ atDepthDeg: null }));
  });

  it('is a group of radio buttons, one of them checked', () => {
    inTheme(<Row told={() => undefined} />);
    const group = within(screen.getByRole('radiogroup', { name: 'Knee in' }));
    expect(group.getAllByRole('radio')).toHaveLength(3);
    fireEvent.click(group.getByLabelText('clear, Knee in'));
    expect(group.getByLabelText('clear, Knee in').getAttribute('aria-checked')).toBe('true');
    expect(group.getByLabelText('slight, Knee in').getAttribute('aria-checked')).toBe('false');
  });
});

describe('the lean stack', () => {
  const part = (key: string, deg: number) => ({
    key,
    name: key,
    deg,
    means: `means ${key}`,
    remedy: `answers ${key}`,
  });

  it('says every part with its sign, what it means and what answers it', () => {
    inTheme(
      <LeanStack
        observedDeg={40}
        parts={[part('build', 34), part('ankle', 8), part('unused', -2.3), part('off', 0.3)]}
      />,
    );
    for (const words of ['34°', '+8°', '−2°', '0°', 'means unused', 'answers ankle'])
      expect(screen.getByText(words)).toBeTruthy();
  });
});

describe('the plot of a rep', () => {
  const span = { number: 1, start: 10, bottom: 30, end: 50 };

  it('puts the way down in its left half and the way up in its right', () => {
    expect([10, 20, 30, 40, 50].map((k) => shareOf(span, k))).toEqual([0, 0.25, 0.5, 0.75, 1]);
  });

  it('says what it shows, best and worst, and shows nothing where nothing was seen', () => {
    const values = Array.from({ length: 60 }, (_, k) => (k === 30 ? 42 : 10));
    const plot = (list: readonly (number | null)[]) => (
      <MotionPlot
        title="Trunk"
        unit="°"
        traces={[{ name: 'trunk', values: list, look: 'ink' }]}
        reps={[span, { number: 2, start: 50, bottom: 55, end: 59 }]}
        best={1}
        worst={2}
        cursor={0.5}
      />
    );
    inTheme(plot(values));
    expect(
      screen.getByLabelText('Trunk: trunk at the bottom 42°, in the worst rep 10°.'),
    ).toBeTruthy();
    const { container } = inTheme(plot(values.map(() => null)));
    expect(container.querySelector('svg')).toBeNull();
  });
});

describe('the figure', () => {
  const marks = {
    leftHip: { x: null, y: 90, z: 800 },
    rightHip: { x: null, y: -90, z: 800 },
    knee: { x: 100, y: null, z: 400 },
  };

  it('shows the client’s left on the right from the front and on the left from behind', () => {
    expect(spotsOf(marks, 'front')['leftHip']?.h).toBe(90);
    expect(spotsOf(marks, 'rear')['leftHip']?.h).toBe(-90);
    expect(spotsOf(marks, 'side')).toEqual({ knee: { h: 100, z: 400 } });
  });

  it('fits its frame to every moment, and leaves the marks of the picture out', () => {
    const frame = frameFor(
      [{ hip: { h: -300, z: 900 }, plumbTop: { h: -5000, z: 1900 } }, { hip: { h: 200, z: 400 } }],
      'side',
    );
    expect(frame.from).toBeLessThan(-300);
    expect(frame.from).toBeGreaterThan(-1000);
    expect(frame.to).toBeGreaterThan(200);
    expect(frame.top).toBeGreaterThan(900);
  });

  it('is a picture with a sentence, or silent where words beside it say the same', () => {
    const frame = { from: -400, to: 400, top: 1700 };
    const spots = spotsOf(marks, 'front');
    inTheme(
      <StickFigure
        spots={spots}
        view="front"
        frame={frame}
        width={200}
        height={200}
        label="Rep 1"
      />,
    );
    expect(screen.getByRole('img', { name: 'Rep 1' })).toBeTruthy();
    const { container } = inTheme(
      <StickFigure
        spots={spots}
        view="front"
        frame={frame}
        width={60}
        height={70}
        label=""
        isSmall
      />,
    );
    expect(container.querySelector('[aria-hidden]')).not.toBeNull();
  });
});
