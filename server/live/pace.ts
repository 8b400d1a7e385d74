/** How fast events may come: a bucket that holds `burst` and refills at `aSecond` (a token bucket, as in RFC 2697). */
export interface Rate {
  burst: number;
  aSecond: number;
}

/** A phone of the crew taps now and then, and has a show's worth to send after it was away. Common practice. */
export const CREW_RATE: Rate = { burst: 100, aSecond: 5 };
/** The device that runs the stage may have a whole evening to send. Common practice. */
export const STAGE_RATE: Rate = { burst: 2000, aSecond: 50 };

/** Bounds how many events each device may send. */
export class Pace {
  private readonly buckets = new Map<string, { left: number; at: number }>();

  /** How many of `wanted` events a device may send at `now`, in ms; they count as sent. */
  take(who: string, wanted: number, { burst, aSecond }: Rate, now: number): number {
    const { left, at } = this.buckets.get(who) ?? { left: burst, at: now };
    const room = Math.min(burst, left + (Math.max(0, now - at) / 1000) * aSecond);
    const taken = Math.min(wanted, Math.floor(room));
    this.buckets.set(who, { left: room - taken, at: now });
    return taken;
  }

  /** Forgets devices that have been quiet for long: their buckets are full again. */
  tidy(now: number): void {
    for (const [who, { at }] of this.buckets) if (now - at > QUIET_MS) this.buckets.delete(who);
  }
}

/** Longer than the slowest bucket takes to fill, in ms. */
const QUIET_MS = 60_000;
