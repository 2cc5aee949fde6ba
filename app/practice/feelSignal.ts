import type { Feel } from "../../sim/lathe/index.ts";

const VIBRATION: Readonly<Partial<Record<Feel, number[]>>> = {
  drags: [15],
  grips: [40],
  touches: [40],
  crushed: [30, 30, 90],
};
/** Pitch and length of the short sound that a change of feel makes. */
const SOUND: Readonly<Partial<Record<Feel, readonly [hertz: number, seconds: number]>>> = {
  drags: [180, 0.06],
  grips: [320, 0.12],
  touches: [320, 0.12],
  crushed: [90, 0.3],
};

let context: AudioContext | undefined;

/** Says by vibration, and by sound where it is wanted, that what the hand feels has changed. Silent where a device cannot. */
export function signalFeel(feel: Feel, withSound: boolean): void {
  const pattern = VIBRATION[feel];
  // Not every browser vibrates, and none does before somebody has touched the page.
  if (pattern && "vibrate" in navigator && navigator.userActivation?.hasBeenActive) navigator.vibrate(pattern);
  const sound = SOUND[feel];
  if (!withSound || !sound || typeof AudioContext === "undefined") return;
  context ??= new AudioContext();
  const [hertz, seconds] = sound;
  const [tone, volume] = [context.createOscillator(), context.createGain()];
  tone.type = "triangle";
  tone.frequency.value = hertz;
  volume.gain.setValueAtTime(0.15, context.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, context.currentTime + seconds);
  tone.connect(volume).connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + seconds);
}
