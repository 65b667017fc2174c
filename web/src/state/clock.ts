import { Injectable } from '@angular/core';

/**
 * The time by the server's clock, so that all devices of the household agree and a clock that is set back moves nothing: what
 * the server said last, and how long ago that was by a counter that only goes forward.
 */
@Injectable({ providedIn: 'root' })
export class Clock {
  private said: { readonly serverMs: number; readonly counted: number } | undefined;

  /** Whether the server has said its time to this page. */
  get isHeard(): boolean {
    return this.said !== undefined;
  }

  hear(now: string): void {
    const serverMs = Date.parse(now);
    if (Number.isFinite(serverMs)) this.said = { serverMs, counted: performance.now() };
  }

  /** Milliseconds since 1970; by the device's own clock until the server has said its time. */
  ms(): number {
    return this.said ? this.said.serverMs + performance.now() - this.said.counted : Date.now();
  }

  iso(): string {
    return new Date(this.ms()).toISOString();
  }
}
