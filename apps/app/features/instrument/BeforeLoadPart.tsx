import { useState } from 'react';
import type { Case, SafetyLimit } from '@zither/core';
import { beforeLoad } from '@zither/visit';
import { sayBeforeLoad } from '@zither/words/beforeLoad';
import { Fold } from '../../ui/Fold.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** What has to be ready before a loaded squat, to be ticked off; nothing without a load. Ticks last as long as the page. */
export function BeforeLoadPart({
  question,
  limits,
}: {
  question: Case;
  limits: readonly SafetyLimit[];
}) {
  const [done, setDone] = useState<readonly string[]>([]);
  const before = beforeLoad(question, limits);
  if (!before) return null;
  const lines = sayBeforeLoad(before);
  const left = lines.filter((line) => !done.includes(line)).length;
  return (
    <Part>
      <Fold
        title="Before the load"
        note={left === 0 ? 'All ticked' : `${left} of ${lines.length} to tick`}
      >
        {lines.map((line) => (
          <Tick
            key={line}
            title={line}
            checked={done.includes(line)}
            onPress={() =>
              setDone(done.includes(line) ? done.filter((l) => l !== line) : [...done, line])
            }
          />
        ))}
      </Fold>
    </Part>
  );
}
