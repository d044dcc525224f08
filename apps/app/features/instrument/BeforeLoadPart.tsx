import { useMemo, useState } from 'react';
import type { Dossier } from '@zither/contract';
import { rungName } from '@zither/words/ladder';
import type { Case, SafetyLimit } from '@zither/core';
import { beforeLoad, ladderAt } from '@zither/visit';
import { sayBeforeLoad } from '@zither/words/beforeLoad';
import { Fold } from '../../ui/Fold.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** What has to be ready before the variation that is trained, to be ticked off; nothing where it carries no load. Ticks last as long as the page. */
export function BeforeLoadPart({
  dossier,
  question,
  limits,
}: {
  dossier: Dossier;
  question: Case;
  limits: readonly SafetyLimit[];
}) {
  const [done, setDone] = useState<readonly string[]>([]);
  const ladder = useMemo(
    () => ladderAt(dossier, question.setup, limits),
    [dossier, question.setup, limits],
  );
  const before = beforeLoad(question, ladder, limits);
  if (!before) return null;
  const lines = sayBeforeLoad(before);
  const left = lines.filter((line) => !done.includes(line)).length;
  return (
    <Part>
      <Fold
        title={`Before the load: ${rungName(ladder.now).toLowerCase()}`}
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
