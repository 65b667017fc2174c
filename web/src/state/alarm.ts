import { inject, Injectable, signal } from '@angular/core';
import { Preferences } from './preferences';

/** Two tones that carry through a kitchen, Hz, and how long each is heard, seconds. */
const TONES = [880, 660] as const;
const LASTS_S = 0.22;

/** Rings with sound made in the browser, and tells the system where it may. */
@Injectable({ providedIn: 'root' })
export class Alarm {
  private readonly preferences = inject(Preferences);
  private audio: AudioContext | undefined;
  /** Whether the browser lets a page make a sound: not before somebody has pressed something in it. */
  readonly isSilent = signal(false);
  readonly isNoticed = signal(typeof Notification !== 'undefined' && Notification.permission !== 'denied');

  /** Called at a press, when a browser lets a page ask for sound and notices. */
  prepare(): void {
    void this.context()?.resume();
    if (typeof Notification === 'undefined' || Notification.permission !== 'default') return;
    Notification.requestPermission().then(
      (answer) => this.isNoticed.set(answer !== 'denied'),
      () => this.isNoticed.set(false),
    );
  }

  private context(): AudioContext | undefined {
    if (typeof AudioContext === 'undefined') return undefined;
    return (this.audio ??= new AudioContext());
  }

  ring(): void {
    if (!this.preferences.sounds()) return;
    const audio = this.context();
    this.isSilent.set(audio?.state !== 'running');
    if (audio?.state !== 'running') {
      void audio?.resume();
      return;
    }
    TONES.forEach((tone, i) => {
      const [from, source, volume] = [audio.currentTime + i * LASTS_S, audio.createOscillator(), audio.createGain()];
      source.frequency.value = tone;
      volume.gain.setValueAtTime(0.0001, from);
      volume.gain.exponentialRampToValueAtTime(0.3, from + 0.02);
      volume.gain.exponentialRampToValueAtTime(0.0001, from + LASTS_S);
      source.connect(volume).connect(audio.destination);
      source.start(from);
      source.stop(from + LASTS_S);
    });
  }

  /** A notice of the system, for a page that nobody looks at. */
  notice(title: string, words: string, tag: string): void {
    if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return;
    try {
      new Notification(title, { body: words, tag });
    } catch {
      // Some phones let only a service worker tell: the sound and the page still do.
    }
  }
}
