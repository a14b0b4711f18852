/** Whether a passphrase is the right one; whoever tries wrong ones waits longer and longer, and nobody else does. */
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { promisify } from 'node:util';
import { ApiError } from '../errors.js';

const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number) => Promise<Buffer>;

/** Milliseconds before the second wrong try is answered; doubled with each further one. */
const FIRST = 250;
const LONGEST = 8000;
/** Wrong tries are forgotten after so many milliseconds without one. */
const FORGIVEN = 15 * 60_000;
/** Addresses that are remembered: the oldest go first. */
const KNOWN = 10_000;
/** Tries of one address that wait their turn; more are sent away unheard. */
const MOST_WAITING = 50;
/** Longer ones are wrong: the passphrase was typed by a person. */
const MOST = 1000;

interface Tries {
  wrong: number;
  at: number;
  /** One after another: who tries many at once waits for each. */
  turn: Promise<unknown>;
  waiting: number;
}

export class Passphrase {
  private readonly salt = randomBytes(16);
  private readonly expected: Promise<Buffer>;
  private readonly tries = new Map<string, Tries>();

  /** @param pause waits so many milliseconds */
  constructor(
    secret: string,
    private readonly pause: (milliseconds: number) => Promise<unknown> = wait,
  ) {
    this.expected = derive(secret, this.salt, 32);
  }

  /**
   * @param from the address that asks
   * @returns after a while that grows with the wrong tries from there; the right one is let in whatever was tried before
   */
  isRight(given: string, from: string): Promise<boolean> {
    const tries = this.of(from);
    if (tries.waiting >= MOST_WAITING) throw new ApiError('too-many-tries');
    tries.waiting++;
    const mine = tries.turn.then(() => this.tried(given, tries));
    tries.turn = mine.then(
      () => tries.waiting--,
      () => tries.waiting--,
    );
    return mine;
  }

  private async tried(given: string, tries: Tries): Promise<boolean> {
    if (Date.now() - tries.at > FORGIVEN) tries.wrong = 0;
    if (tries.wrong > 0) await this.pause(Math.min(LONGEST, FIRST * 2 ** (tries.wrong - 1)));
    const isRight = given.length <= MOST && timingSafeEqual(await derive(given, this.salt, 32), await this.expected);
    tries.wrong = isRight ? 0 : tries.wrong + 1;
    tries.at = Date.now();
    return isRight;
  }

  private of(from: string): Tries {
    const known = this.tries.get(from);
    if (known) return known;
    const tries: Tries = { wrong: 0, at: 0, turn: Promise.resolve(), waiting: 0 };
    this.tries.set(from, tries);
    if (this.tries.size > KNOWN) this.tries.delete(this.tries.keys().next().value!);
    return tries;
  }
}
