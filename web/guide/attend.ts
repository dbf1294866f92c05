import { useEffect, useState } from 'react';

/** What keeps a maker with wet hands attended: the screen awake, a tone, a buzz, a voice. Each where the device has it. */

/** Keeps the screen awake while a view is shown. Gives whether it can. */
export function useAwake(): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    const { wakeLock } = navigator as { wakeLock?: WakeLock };
    if (!wakeLock) return;
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const keep = () => {
      if (document.visibilityState !== 'visible') return;
      wakeLock.request('screen').then(
        (held) => {
          lock = held;
          if (left) void held.release();
          else setAwake(true);
        },
        // a tablet low on power refuses: it says so by sleeping
        () => setAwake(false),
      );
    };
    keep();
    document.addEventListener('visibilitychange', keep);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', keep);
      void lock?.release();
    };
  }, []);
  return awake;
}

let audio: AudioContext | null = null;

/** A short tone, from the second touch of the page on. */
function tone(hertz: number, seconds: number): void {
  if (!('AudioContext' in globalThis)) return;
  audio ??= new AudioContext();
  const { currentTime } = audio;
  const swing = audio.createOscillator();
  const loudness = audio.createGain();
  swing.frequency.value = hertz;
  loudness.gain.setValueAtTime(0.25, currentTime);
  loudness.gain.exponentialRampToValueAtTime(0.001, currentTime + seconds);
  swing.connect(loudness).connect(audio.destination);
  swing.start();
  swing.stop(currentTime + seconds);
}

/** Says something aloud, with a tone and a buzz before it. */
export function callOut(words: string): void {
  // what is seen comes first: the first tone of a page may be slow to come
  setTimeout(() => {
    tone(660, 0.5);
    navigator.vibrate?.([180, 80, 180]);
    say(words);
  });
}

/** Says something aloud, where a voice is at hand. */
export function say(words: string): void {
  const { speechSynthesis: voice } = globalThis as { speechSynthesis?: SpeechSynthesis };
  if (!voice) return;
  voice.cancel();
  const spoken = new SpeechSynthesisUtterance(words);
  spoken.lang = 'en';
  voice.speak(spoken);
}

/** One count of a countdown. */
export function count(left: number): void {
  tone(440, 0.12);
  say(String(left));
}
