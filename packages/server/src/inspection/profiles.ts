/** What a client's inspections of memories look for: kept, and used again. */
import type { InspectionProfile } from '@fair-copy/api/inspection.js';
import { ownPatternCheck, PatternError } from '@fair-copy/core/checks/units/own-pattern.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { KeptPlans } from '../store/kept-plans.js';

/** What a client's inspections look for that nobody has said. */
export const USUAL_PROFILE: InspectionProfile = {
  without: [],
  withoutOfTermbases: [],
  termbases: [],
  bridged: true,
  patterns: [],
  besideMemories: [],
  besideTermbases: [],
};

export class InspectionProfiles {
  private readonly kept: KeptPlans<InspectionProfile, never, never>;

  constructor(private readonly context: Pick<Context, 'desk' | 'workspace'>) {
    this.kept = new KeptPlans(context.desk, context.workspace, 'inspect');
  }

  /** With the resources that are still there. */
  of(clientId: number): InspectionProfile {
    const profile = { ...USUAL_PROFILE, ...this.kept.plan(clientId) };
    const there = (table: 'termbase' | 'memory', ids: readonly number[]): number[] => {
      const one = this.context.workspace.prepare<[number, number], 1>(
        `SELECT 1 FROM ${table} WHERE id = ? AND client_id = ?`,
      );
      return ids.filter((id) => one.get(id, clientId) !== undefined);
    };
    return {
      ...profile,
      termbases: there('termbase', profile.termbases),
      besideMemories: there('memory', profile.besideMemories),
      besideTermbases: there('termbase', profile.besideTermbases),
    };
  }

  keep(clientId: number, profile: InspectionProfile): void {
    this.kept.keep(clientId, profile);
  }
}

/** Throws `ApiError` ("rule-unreadable") for the first that is no pattern. */
export function requireRules(patterns: InspectionProfile['patterns']): void {
  try {
    ownPatternCheck(patterns);
  } catch (error) {
    if (error instanceof PatternError) throw new ApiError('rule-unreadable', { name: error.rule, why: error.why });
    throw error;
  }
}
