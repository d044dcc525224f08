export { StateChoice, useBodyState } from './StateChoice.tsx';
export { BeforeLoadPart } from './BeforeLoadPart.tsx';
export { Instrument } from './Instrument.tsx';
export { Equations, NumberInputs, NumberTrace } from './NumberTrace.tsx';
export { PlumbFigure } from './PlumbFigure.tsx';
export { FloorPlan } from './FloorPlan.tsx';
export { useTraining } from './useTraining.ts';
