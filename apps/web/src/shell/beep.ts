const HERTZ = 880;
const SECONDS = 0.35;
const LOUDNESS = 0.25;
const TIMES = 3;

/** Three short tones; nothing where the browser has no sound, or lets none be made before somebody touched the page. */
export function beep(): void {
  if (typeof AudioContext === 'undefined') return;
  const audio = new AudioContext();
  for (let time = 0; time < TIMES; time++) {
    const tone = audio.createOscillator();
    const loudness = audio.createGain();
    tone.frequency.value = HERTZ;
    loudness.gain.value = LOUDNESS;
    tone.connect(loudness).connect(audio.destination);
    tone.start(audio.currentTime + 2 * time * SECONDS);
    tone.stop(audio.currentTime + (2 * time + 1) * SECONDS);
  }
  setTimeout(() => void audio.close(), 2 * TIMES * SECONDS * 1000);
}
