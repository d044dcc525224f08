/** The words of the product that a coach may not know from elsewhere, each in one to three sentences; shown on a tap and as a list in the settings. */
export const GLOSSARY = {
  cause: {
    name: 'Cause',
    says: 'What may lie behind the findings, each with its chance. Readings and short tests change the chances.',
  },
  finding: {
    name: 'Finding',
    says: 'A fault seen in a look, with its size, side and moment in the rep. It does not say why yet.',
  },
  goal: {
    name: 'Goal',
    says: 'A reading or finding the plan named beforehand. At the recheck all goals are judged together, so that chance alone rarely calls one changed.',
  },
  heelLift: {
    name: 'Heel lift',
    says: 'The height under the heels: a shoe, a plate or a wedge. It lets the shin lean further without changing the ankle.',
  },
  likely: {
    name: 'Likely, 9 in 10',
    says: 'A chance in words: of ten clients with these readings, about nine. It is never 0 or 100 %.',
  },
  loadPosition: {
    name: 'Load position',
    says: 'Where the load is: none, held in front, overhead, or on the back. It moves the balance and with it the lean.',
  },
  look: {
    name: 'Look',
    says: 'One watched set with its options, such as the side with arms up. A look is compared only with looks like it.',
  },
  method: {
    name: 'Method',
    says: 'A way to squat, as settings: stance, feet, heels, lean and depth it wants. Every proposal keeps within it.',
  },
  onHold: {
    name: 'On hold',
    says: 'The screen says stop. Nothing is prescribed until a clinician or a new answer clears it.',
  },
  plan: {
    name: 'Plan',
    says: 'What the client takes home: the setup, a cue or two, the drills and the day of the recheck.',
  },
  room: {
    name: 'Room',
    says: 'The shin angle the joints allow at the target depth, less what balance needs. Below zero the squat is short by that much.',
  },
  setupInUse: {
    name: 'Setup in use',
    says: 'How this client stands now. A proposed setup comes from the search; a locked one stays until a coach unlocks it.',
  },
  shinAngle: {
    name: 'Shin angle',
    says: 'How far the shin leans forward from upright, in degrees.',
  },
  smallestRealChange: {
    name: 'A change counts from',
    says: 'A smaller difference may be error of measurement (95 %). The number depends on the instrument, and on this client once there are repeats.',
  },
  deepSit: {
    name: 'Supported deep sit',
    says: 'The bottom position while holding an upright, so that balance does not limit it.',
  },
  targetRange: {
    name: 'Target range',
    says: 'The values a method wants for a measure. A value outside it is no fault by itself.',
  },
  test: {
    name: 'Test',
    says: 'A set with one change, such as raised heels, to see what the finding does. The test with most information a minute comes first.',
  },
  trial: {
    name: 'Trial',
    says: 'Three watched reps of one setup. Each trial makes the chances more certain.',
  },
  interval: {
    name: '±',
    says: 'The 95 % interval of the value in front of it: such intervals hold the true value 19 times in 20.',
  },
  view: {
    name: 'View',
    says: 'One direction of the camera or the eye: side, front or behind.',
  },
} as const satisfies Record<string, { name: string; says: string }>;
export type GlossaryId = keyof typeof GLOSSARY;
