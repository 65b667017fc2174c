import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { remember, remembered } from '../ui/memory';

const SPEAKS = 'fellmist.speaks';

/** What a browser can do for floury hands: keep the screen on, and say aloud what is next. Of this device, not of the household. */
@Injectable({ providedIn: 'root' })
export class KitchenAids {
  private readonly page = inject(DOCUMENT);
  private lock: WakeLockSentinel | undefined;
  private isWanted = false;
  /** Undefined while nobody asked. */
  readonly isAwake = signal<boolean | undefined>(undefined);
  readonly canSpeak = typeof speechSynthesis !== 'undefined';
  readonly speaks = signal(this.canSpeak && remembered(SPEAKS) === 'on');

  constructor() {
    // A browser lets go of the screen when its page is hidden.
    this.page.addEventListener('visibilitychange', () => {
      if (this.isWanted && this.page.visibilityState === 'visible') void this.hold();
    });
  }

  /** The screen belongs to the kitchen, and stays on, until it is let go. */
  stayAwake(): () => void {
    this.isWanted = true;
    this.page.documentElement.classList.add('in-kitchen');
    void this.hold();
    return () => {
      this.isWanted = false;
      this.page.documentElement.classList.remove('in-kitchen');
      this.isAwake.set(undefined);
      void this.lock?.release();
      this.lock = undefined;
    };
  }

  private async hold(): Promise<void> {
    // Only pages of a secure origin have it: a phone in the kitchen that speaks plain HTTP has not.
    const wakeLock = (navigator as { readonly wakeLock?: WakeLock }).wakeLock;
    try {
      const lock = await wakeLock?.request('screen');
      // The kitchen was left before the browser answered: nobody would let go of it later.
      if (!this.isWanted) return void lock?.release();
      this.lock = lock;
      this.isAwake.set(lock !== undefined);
    } catch {
      this.isAwake.set(false);
    }
  }

  switchSpeech(on: boolean): void {
    this.speaks.set(on && this.canSpeak);
    remember(SPEAKS, on ? 'on' : 'off');
    if (!on && this.canSpeak) speechSynthesis.cancel();
  }

  /** Says it, and not what was being said before. */
  speak(words: string): void {
    if (!this.speaks() || words.trim() === '') return;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }
}
