/** The usual cautions, short, for every page that asks for a squat or a stretch. */
export const CAUTIONS: readonly string[] = [
  'Stop at any new pain and tell your coach. A pinch at the front of the hip or ankle ends that range for today.',
  'Warm up first. Learn the positions without load; add load only while the shape holds.',
  'Numbness, locking, giving way, unexplained swelling, or chest pain: stop and see a licensed clinician.',
  'This is movement coaching, not a diagnosis. Your clinician and the rules of your gym come first.',
];
