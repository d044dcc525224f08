export { Instrument } from './Instrument.tsx';
export { Equations } from './Equations.tsx';
export { PlumbFigure } from './PlumbFigure.tsx';
export { FloorPlan } from './FloorPlan.tsx';
export { momentAt } from './descent.ts';
