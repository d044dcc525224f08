import type { Case } from '../window/solve.ts';
import type { SafetyLimit } from './screen.ts';

/**
 * A question brought under the screen's limits: no load, no deeper, no further forward and no more folded than they allow. A limit the
 * question already keeps is left as it is; nothing is ever loosened. `supportedOnly`, `noLoadedLockout` and `noBracing` are not matters of the linkage
 * and are said on every page instead.
 */
export function obeying(question: Case, limits: readonly SafetyLimit[]): Case {
  let { setup, target, limits: own } = question;
  for (const limit of limits) {
    switch (limit.kind) {
      case 'noLoad':
        if (setup.loadKg > 0) setup = { ...setup, loadKg: 0 };
        break;
      case 'depthCap':
        if (target.thighDepthDeg > limit.thighDepthDeg)
          target = { thighDepthDeg: limit.thighDepthDeg };
        break;
      case 'verticalShins':
        own = { ...own, shankDeg: Math.min(own.shankDeg ?? Infinity, limit.shankDeg) };
        break;
      case 'noDeepFold': {
        const fold = own.hipFold;
        own = {
          ...own,
          hipFold: {
            atZeroAbductionDeg: Math.min(fold?.atZeroAbductionDeg ?? Infinity, limit.hipFoldDeg),
            // An open stance may not buy back a fold the screen forbids.
            perAbductionDeg: Math.min(0, fold?.perAbductionDeg ?? 0),
          },
        };
        break;
      }
      case 'noLoadedLockout':
      case 'supportedOnly':
      case 'noBracing':
        break;
    }
  }
  return { ...question, setup, target, limits: own };
}
