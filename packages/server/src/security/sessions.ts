/** Who has given the passphrase. Kept in memory: a restart ends all sessions. */
import { randomBytes } from 'node:crypto';

const HOUR = 60 * 60 * 1000;
/** A session ends after so long without a request … */
const IDLE = 12 * HOUR;
/** … and after so long in any case. */
const LONGEST = 7 * 24 * HOUR;

export class Sessions {
  private readonly sessions = new Map<string, { readonly since: number; seen: number }>();

  /** @param now milliseconds, as of a clock */
  constructor(private readonly now: () => number = Date.now) {}

  open(): string {
    this.forget();
    const session = randomBytes(24).toString('base64url');
    this.sessions.set(session, { since: this.now(), seen: this.now() });
    return session;
  }

  /** A request of it was seen; false: there is no such session, or it has ended. */
  holds(session: string | undefined): boolean {
    const found = session === undefined ? undefined : this.sessions.get(session);
    if (!found) return false;
    if (this.hasEnded(found)) {
      this.sessions.delete(session!);
      return false;
    }
    found.seen = this.now();
    return true;
  }

  end(session: string | undefined): void {
    if (session !== undefined) this.sessions.delete(session);
  }

  private hasEnded({ since, seen }: { readonly since: number; readonly seen: number }): boolean {
    return this.now() - seen > IDLE || this.now() - since > LONGEST;
  }

  private forget(): void {
    for (const [session, state] of this.sessions) if (this.hasEnded(state)) this.sessions.delete(session);
  }
}
