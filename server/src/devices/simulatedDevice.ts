/** What every stand-in shares: it tells its reading to whoever listens, and its clock runs while somebody does. */
export abstract class SimulatedDevice<T> {
  private readonly hearers = new Set<(reading: T) => void>();
  private timer: NodeJS.Timeout | undefined;

  /** `everyMs` of 0 lets no clock run: a test moves it on by hand. */
  protected constructor(private readonly everyMs: number) {}

  listen(hear: (reading: T) => void): () => void {
    this.hearers.add(hear);
    hear(this.reading());
    this.timer ??= this.everyMs > 0 ? setInterval(() => this.tick(this.everyMs / 1000), this.everyMs) : undefined;
    return () => {
      this.hearers.delete(hear);
      if (this.hearers.size > 0) return;
      clearInterval(this.timer);
      this.timer = undefined;
    };
  }

  protected tell(): void {
    const reading = this.reading();
    for (const hear of this.hearers) hear(reading);
  }

  /** Moves it on by so many seconds and tells its reading. */
  abstract tick(seconds: number): void;
  protected abstract reading(): T;
}
