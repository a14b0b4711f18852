/** What `bridge` says of what it did. */
import type { BridgeDoubt, BridgeTally } from '@fair-copy/core/memory/bridge/plan.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';

/** A text with several candidates, for `--json`. */
export function shownDoubt({ pivot, candidates }: BridgeDoubt) {
  return {
    pivot,
    candidates: candidates.map(({ left, right, support }) => ({
      texts: { [left.language]: withoutCodes(left.text), [right.language]: withoutCodes(right.text) },
      support: Math.round(support * 1000) / 1000,
    })),
  };
}

/** As JSON on standard output, or in words on standard error. */
export function sayBridge(
  { written, certain, chosen, alone }: BridgeTally,
  waiting: readonly unknown[],
  { kind, json }: { readonly kind: 'units' | 'concepts'; readonly json: boolean },
): void {
  if (json) process.stdout.write(JSON.stringify({ written, certain, chosen, waiting, alone }) + '\n');
  else
    process.stderr.write(
      `${written.toLocaleString('en')} ${kind} written: ${certain} certain, ${chosen} chosen among several; ${waiting.length} waiting: see --json; without a partner ${alone.a} and ${alone.b}\n`,
    );
}
