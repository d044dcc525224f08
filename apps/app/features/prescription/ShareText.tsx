import { useState } from 'react';
import type { PrescriptionValues } from '@zither/contract';
import { planText } from '@zither/words/planText';
import { Button } from '../../ui/elements.ts';

/** Hands the plan as plain text to whatever the device shares with; where it shares with nothing, to the clipboard. */
export function ShareText({ plan }: { plan: PrescriptionValues }) {
  const [said, setSaid] = useState<string | null>(null);
  const share = async () => {
    const text = planText(plan);
    try {
      if (typeof navigator.share === 'function') {
        await navigator.share({ title: 'Squat plan', text });
        return;
      }
      await navigator.clipboard.writeText(text);
      setSaid('Copied');
    } catch (error) {
      // Closing the sheet without a choice is no failure.
      if (!(error instanceof DOMException && error.name === 'AbortError'))
        setSaid('Could not be shared');
    }
  };
  return <Button type="outline" title={said ?? 'Share as text'} onPress={() => void share()} />;
}
