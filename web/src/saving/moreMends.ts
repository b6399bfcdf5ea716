/** Mends that come in several answers, where one was too short of time for all of them. */
import type { Evaluation, Finding } from '../api/types';

const isLeft = (evaluation: Evaluation, { code, about }: Finding): boolean =>
  evaluation.mends_left.some((one) => one.finding === code && one.about === about);

/** What was found before, with the mends of those findings that were left then. */
export function withMoreMends(before: Evaluation, found: Evaluation): Evaluation {
  const known = (finding: Finding): Finding =>
    before.findings.find((one) => one.code === finding.code && one.about === finding.about) ??
    finding;
  return {
    ...found,
    findings: found.findings.map((one) =>
      isLeft(before, one) && (one.fixes.length || !isLeft(found, one)) ? one : known(one),
    ),
  };
}

/** How far the mends of a finding are: all were tried, they are still to come, or the time ended before. */
export type MendsOf = 'tried' | 'coming' | 'out-of-time' | 'not-asked';

export function mendsOf(evaluation: Evaluation, finding: Finding, working: boolean): MendsOf {
  if (evaluation.mends_tried) return 'tried';
  const left = isLeft(evaluation, finding);
  if (evaluation.mends_left.length && !left) return 'tried';
  if (working) return 'coming';
  return left ? 'out-of-time' : 'not-asked';
}
