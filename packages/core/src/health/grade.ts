import type { HealthGrade } from '../estimate';
import type { Reason } from '../reason';
import type { HealthFigure, HealthReport } from './types';

export interface Finding {
  grade: 'watch' | 'failing';
  reason: Reason;
}

/** A figure that counts towards the grade, with what it means in plain words. */
export function finding(grade: Finding['grade'], rule: string, measured: string, means: string): Finding {
  const outcome = grade === 'failing' ? 'fail' : 'limit';
  return { grade, reason: { rule, outcome, measured, sentence: `${rule}: ${measured}; ${means}` } };
}

const FOR_THE_COPY: Readonly<Record<HealthGrade, string>> = {
  good: 'Copy as usual.',
  watch: 'Copy before anything else is done with it; no file-system check on it. Not to be a target.',
  failing:
    'Copy first, with a tool that retries; expect three to ten times the time. No start, check or defragmentation from it.',
  unknown: 'Its health is not known: treat it as one to watch, and look at the rate while copying.',
};

/** The worst finding wins; failing ones are named first. */
export function report(
  findings: readonly Finding[],
  figures: HealthFigure[],
  interfaceErrors: number | null = null,
): HealthReport {
  const failing = findings.filter(({ grade }) => grade === 'failing');
  const watch = findings.filter(({ grade }) => grade === 'watch');
  const grade = failing.length > 0 ? 'failing' : watch.length > 0 ? 'watch' : 'good';
  const reasons = [...failing, ...watch].map(({ reason }) => reason);
  return { grade, reasons, figures, interfaceErrors, forTheCopy: FOR_THE_COPY[grade] };
}

/** Where no health page could be read, or it tells nothing: unknown, which is not good; why, where that is known. */
export function unknownHealth(why?: string, figures: HealthFigure[] = []): HealthReport {
  const reasons: Reason[] = why ? [{ rule: 'Health page', outcome: 'unknown', sentence: why }] : [];
  return { grade: 'unknown', reasons, figures, interfaceErrors: null, forTheCopy: FOR_THE_COPY.unknown };
}
