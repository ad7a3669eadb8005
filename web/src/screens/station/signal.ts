/** What can be heard and felt with the eyes on the athlete: a tone and a push. */
export interface Signal {
  hertz: number;
  milliseconds: number;
}

export const COUNTS: Signal = { hertz: 660, milliseconds: 90 };
export const BEGINS: Signal = { hertz: 990, milliseconds: 250 };
export const ENDS: Signal = { hertz: 520, milliseconds: 500 };
export const TAKEN: Signal = { hertz: 780, milliseconds: 60 };

const LOUDNESS = 0.4;
let sound: AudioContext | null = null;

/** Gives a signal, as far as the device can; called from a touch the first time, or a browser keeps silent. */
export function give({ hertz, milliseconds }: Signal): void {
  navigator.vibrate?.(milliseconds);
  if (typeof AudioContext === 'undefined') return;
  sound ??= new AudioContext();
  const [tone, volume] = [sound.createOscillator(), sound.createGain()];
  tone.frequency.value = hertz;
  volume.gain.value = LOUDNESS;
  tone.connect(volume).connect(sound.destination);
  tone.start();
  tone.stop(sound.currentTime + milliseconds / 1000);
}
