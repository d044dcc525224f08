import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { font, space } from '../../ui/theme.ts';

/** Counts a hold or a descent down, as often as wanted; says how many were done. */
export function Timer({ seconds, what }: { seconds: number; what: string }) {
  const [endsAt, setEndsAt] = useState<number | null>(null);
  const [left, setLeft] = useState(seconds);
  const [done, setDone] = useState(0);
  useEffect(() => {
    if (endsAt === null) return undefined;
    const beat = setInterval(() => {
      // By the clock, not by the beats: a phone that slept must not count slower.
      const rest = (endsAt - Date.now()) / 1000;
      setLeft(Math.max(0, rest));
      if (rest <= 0) {
        setEndsAt(null);
        setDone((n) => n + 1);
      }
    }, 100);
    return () => clearInterval(beat);
  }, [endsAt]);
  const isRunning = endsAt !== null;
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }}>
      <Button
        type="outline"
        title={isRunning ? 'Stop the clock' : `Start ${seconds} s`}
        onPress={() => {
          setLeft(seconds);
          setEndsAt(isRunning ? null : Date.now() + seconds * 1000);
        }}
      />
      <View role="timer" aria-label={`${what}: ${Math.ceil(left)} seconds left`}>
        <Say number style={{ fontFamily: font.bold, fontSize: 28, lineHeight: 34 }}>
          {isRunning ? Math.ceil(left).toString() : done > 0 ? `✓ ${done}` : seconds.toString()}
        </Say>
      </View>
    </View>
  );
}
