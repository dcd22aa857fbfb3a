import { Link } from 'wouter';
import type { LeftFixtureView, RunSetUpView, SetUpUseView } from '@/api/types';
import { caseOfRunPlace } from '@/app/places';
import { counted } from '@/parts/counted';
import { formatDuration } from '@/parts/times';

const FOR: Record<string, string> = { rows: 'all rows', suite: 'the suite', run: 'the run' };

/** Where the set-up happened for which a step stands, as a link. */
export function SetUpUse({ run, use }: { run: number; use: SetUpUseView }) {
  const where = <Where run={run} number={use.number} />;
  return (
    <p className="border-b border-hair py-1 pr-3 pl-[62px] text-small text-ink-2">
      {use.kept ? (
        <>
          Session of {where}, used again {counted(use.times, 'time')}; each saves the {formatDuration(use.millis)} of
          its set-up.
        </>
      ) : (
        <>
          Set up once for {FOR[use.scope] ?? use.scope}, in {where} ({formatDuration(use.millis)}).
        </>
      )}
    </p>
  );
}

function Where({ run, number }: { run: number; number: number | undefined }) {
  return number === undefined ? (
    'an earlier run'
  ) : (
    <Link to={caseOfRunPlace(run, number)} className="font-medium text-accent hover:underline">
      case {number}
    </Link>
  );
}

/** What several cases of a run shared, and what that saved. */
export function SharedSetUps({ run, setUps }: { run: number; setUps: readonly RunSetUpView[] }) {
  if (setUps.length === 0) return null;
  const saved = setUps.reduce((sum, each) => sum + each.savedMillis, 0);
  return (
    <details className="mt-1.5 text-small text-ink-2">
      <summary className="cursor-pointer">
        {counted(setUps.length, 'set-up')} shared by several cases, {formatDuration(saved)} saved
      </summary>
      <table aria-label="Shared set-ups" className="mt-1">
        <thead className="text-left text-caption text-ink-3">
          <tr>
            <th className="pr-6 font-normal">set-up</th>
            <th className="pr-6 font-normal">where</th>
            <th className="pr-6 text-right font-normal">used again</th>
            <th className="text-right font-normal">saved</th>
          </tr>
        </thead>
        <tbody>
          {setUps.map((each) => (
            <tr key={each.name}>
              <td className="pr-6 text-ink">{each.name}</td>
              <td className="pr-6">
                <Where run={run} number={each.number} />
                {each.kept ? ', session kept' : `, once for ${FOR[each.scope] ?? each.scope}`}
              </td>
              <td className="pr-6 text-right">{each.times.toLocaleString('en')}</td>
              <td className="text-right">{formatDuration(each.savedMillis)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

/** What a run that broke off did not tear down, so that somebody can do it by hand. */
export function LeftFixtures({ run, left }: { run: number; left: readonly LeftFixtureView[] }) {
  if (left.length === 0) return null;
  return (
    <div className="mt-1.5 bg-error-wash px-3 py-1.5">
      <p>What these set up was not torn down; look whether it is still there:</p>
      <ul aria-label="Not torn down">
        {left.map((each) => (
          <li key={`${each.number} ${each.name}`}>
            {each.name} of <Where run={run} number={each.number} />
            {each.gave.length > 0 && `: ${each.gave.map(({ name, value }) => `${name} ${value}`).join(', ')}`}
          </li>
        ))}
      </ul>
    </div>
  );
}
