import { useQueryClient } from '@tanstack/react-query';
import { post } from '@/api/client';
import type { KeptValueView } from '@/api/types';
import { useAttempt } from '@/parts/attempt';
import { LinkButton } from '@/parts/Button';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';

/** What a run published for later ones. */
export function KeptValues({ kept }: { kept: readonly KeptValueView[] }) {
  const queries = useQueryClient();
  const { attempt, wrong } = useAttempt();
  const forget = (value: KeptValueView) =>
    attempt(async () => {
      await post('/api/environments/forget', { environment: value.environment, name: value.name });
      await queries.invalidateQueries({ queryKey: ['environments'] });
    });
  return (
    <section aria-label="Kept values" className="mt-6">
      <h2 className="font-semibold">Kept values</h2>
      <ErrorLine text={wrong} />
      {kept.length === 0 ? (
        <p className="text-ink-2">
          None. A step <span className="font-mono text-value">publish … keep=yes</span> keeps a value for later runs; it
          is listed here, and can be forgotten.
        </p>
      ) : (
        <table aria-label="Kept values" className="mt-1 border-collapse border-t-[1.5px] border-rule text-left">
          <tbody>
            {kept.map((value) => (
              <tr key={`${value.environment} ${value.name}`} className="h-7 border-b border-hair">
                <th scope="row" className="pr-6 font-normal">
                  <span className="ref" data-origin="kept">
                    {value.name}
                  </span>
                </th>
                <td ref={ellipsis} className="max-w-96 pr-6 font-mono text-value">
                  {value.value}
                </td>
                <td className="pr-6 text-ink-2">{value.environment || 'no environment'}</td>
                <td>
                  <LinkButton onClick={() => forget(value)}>Forget</LinkButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
