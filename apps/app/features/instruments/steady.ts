const BUZZ_MS = 60;
const TONE_HZ = 880;
const TONE_S = 0.12;

/** Says without words that a reading was taken: the eyes are on the client. Does nothing where the device can do neither. */
export function sayTaken(): void {
  navigator.vibrate?.(BUZZ_MS);
  if (typeof AudioContext === 'undefined') return;
  const audio = new AudioContext();
  const tone = audio.createOscillator();
  const volume = audio.createGain();
  tone.frequency.value = TONE_HZ;
  // Let off softly, so that it does not click.
  volume.gain.setValueAtTime(0.15, audio.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + TONE_S);
  tone.connect(volume).connect(audio.destination);
  tone.onended = () => void audio.close();
  tone.start();
  tone.stop(audio.currentTime + TONE_S);
}
