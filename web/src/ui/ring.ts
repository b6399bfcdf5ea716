/** Two soft tones, made here: nothing is fetched for them. Silent where the browser allows no sound yet. */
export function ring(): void {
  if (typeof AudioContext === 'undefined') return;
  const audio = new AudioContext();
  for (const [at, pitch] of [
    [0, 660],
    [0.35, 880],
  ] as const) {
    const tone = audio.createOscillator();
    const loudness = audio.createGain();
    tone.frequency.value = pitch;
    loudness.gain.setValueAtTime(0.0001, audio.currentTime + at);
    loudness.gain.exponentialRampToValueAtTime(0.3, audio.currentTime + at + 0.05);
    loudness.gain.exponentialRampToValueAtTime(0.0001, audio.currentTime + at + 0.9);
    tone.connect(loudness).connect(audio.destination);
    tone.start(audio.currentTime + at);
    tone.stop(audio.currentTime + at + 1);
  }
  setTimeout(() => void audio.close(), 2500);
}
