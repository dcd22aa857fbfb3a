import type { CasePlanView, ExecutableView, PlanView } from '@/api/types';
import { isFound } from '@/parts/isFound';

/** A line of the plan's table. */
export type PlanLine =
  | { kind: 'suite'; suite: string; count: number; out: number; millis: number | undefined; open: boolean }
  | { kind: 'case'; one: CasePlanView }
  | { kind: 'executable'; one: CasePlanView; executable: ExecutableView; alone: boolean }
  | { kind: 'more'; one: CasePlanView; left: number };

export interface PlanShown {
  only: 'all' | 'in';
  filter: string;
  folded: ReadonlySet<string>;
  /** Executable cases that were fetched beyond the first ones, by the place of their case. */
  further: ReadonlyMap<number, readonly ExecutableView[]>;
}

/** What is drawn of a plan, in order. */
export function linesOf(plan: PlanView, shown: PlanShown): PlanLine[] {
  const executablesOf = (one: CasePlanView) => [...one.executables, ...(shown.further.get(one.index) ?? [])];
  const isShown = (one: CasePlanView) =>
    (shown.only === 'all' || one.count > 0) &&
    isFound(shown.filter, [`${one.suite} ${one.name}`, ...executablesOf(one).map((executable) => executable.name)]);
  const bySuite = new Map<string, CasePlanView[]>();
  for (const one of plan.cases.filter(isShown)) {
    const cases = bySuite.get(one.suite);
    if (cases) cases.push(one);
    else bySuite.set(one.suite, [one]);
  }
  const lines: PlanLine[] = [];
  for (const [suite, cases] of bySuite) {
    const open = !shown.folded.has(suite);
    lines.push({
      kind: 'suite',
      suite,
      count: cases.reduce((sum, one) => sum + one.count, 0),
      out: cases.filter((one) => one.count === 0).length,
      millis: sumOf(cases.filter((one) => one.count > 0).map((one) => one.expectedMillis)),
      open,
    });
    if (!open) continue;
    for (const one of cases) {
      const all = executablesOf(one);
      const alone = one.count === 1 && all.every((executable) => executable.row === 0);
      if (!alone || one.needed) lines.push({ kind: 'case', one });
      for (const executable of all) {
        if (isFound(shown.filter, [`${one.suite} ${one.name} ${executable.name}`])) {
          lines.push({ kind: 'executable', one, executable, alone });
        }
      }
      if (one.count > all.length) lines.push({ kind: 'more', one, left: one.count - all.length });
    }
  }
  return lines;
}

/** Of what is known; nothing where nothing is. */
function sumOf(millis: (number | undefined)[]): number | undefined {
  const known = millis.filter((one) => one !== undefined);
  return known.length > 0 ? known.reduce((sum, one) => sum + one, 0) : undefined;
}
