import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'wouter';
import type { EnvironmentColumn, EnvironmentsView, EnvironmentValue } from '@/api/types';
import { useEnvironment } from '@/app/environment';
import { documentPlace, ENVIRONMENTS } from '@/app/places';
import { useAttempt } from '@/parts/attempt';
import { ErrorStrip } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { InlineText } from '@/parts/InlineText';
import { isFound } from '@/parts/isFound';
import { NewValue } from './NewValue';
import { setValue, typeIn } from './setValue';

/** Values over environments: names down, environments across. */
export function ValuesGrid({ view }: { view: EnvironmentsView }) {
  const queries = useQueryClient();
  const { attempt, wrong, setWrong } = useAttempt();
  const working = useEnvironment();
  const [added, setAdded] = useState('');
  const [filter, setFilter] = useState('');
  const shown = view.values.filter(({ name, note, cells }) =>
    isFound(filter, [name, note, ...cells.map((cell) => cell.text)]),
  );
  const write = async (of: EnvironmentColumn, value: EnvironmentValue, text: string) => {
    await attempt(async () => {
      if (value.secret && !text.includes('<')) return typeIn(of, value, text);
      queries.setQueryData<EnvironmentsView>(['environments'], (before) => before && withCell(before, of, value, text));
      await setValue(of, value, text);
    });
    await queries.invalidateQueries({ queryKey: ['environments'] });
  };
  return (
    <>
      <ErrorStrip text={wrong} className="mb-2" />
      <div className="mb-1.5 flex items-center justify-between">
        <h2 className="font-semibold">Values</h2>
        <span className="flex w-52">
          <Filter value={filter} onChange={setFilter} label="Filter the values" />
        </span>
      </div>
      <table aria-label="Values of the environments" className="w-full border-collapse text-left">
        <thead className="border-b-[1.5px] border-rule">
          <tr className="h-9">
            <th scope="col" className="w-48 pr-3 text-caption font-normal text-ink-3">
              name
            </th>
            {view.environments.map((each) => (
              <th key={each.name} ref={ellipsis} scope="col" className="max-w-72 border-l border-hair px-2 font-normal">
                <Link
                  to={documentPlace(each.path, { line: each.line, station: ENVIRONMENTS })}
                  className="font-semibold hover:underline"
                  title={each.note}
                >
                  {each.name}
                </Link>
                {each.name === working && <span className="ml-2 text-small text-accent">in force</span>}
                {each.like && <span className="ml-2 text-small text-ink-3">like {each.like}</span>}
              </th>
            ))}
            <th scope="col" className="border-l border-hair px-2 text-caption font-normal text-ink-3">
              note
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((value) => (
            <tr key={value.name} className="h-7 border-b border-hair">
              <th ref={ellipsis} scope="row" title={value.name} className="max-w-72 pr-3 font-normal">
                <span className="ref" data-origin="environment">
                  {value.name}
                </span>
                {value.secret && <span className="ml-2 text-small text-ink-3">secret</span>}
              </th>
              {view.environments.map((each, index) => {
                const cell = value.cells[index];
                return (
                  <td key={each.name} className="max-w-72 border-l border-hair px-1.5 font-mono text-value">
                    <InlineText
                      as="div"
                      label={cellName(value.name, each.name)}
                      text={value.secret && cell?.text === '•••' ? '' : (cell?.text ?? '')}
                      shown={
                        cell?.text === '•••' ? (cell.typed ? '••• (typed in)' : '••• (in its document)') : undefined
                      }
                      secret={value.secret}
                      begins={added === cellName(value.name, each.name)}
                      placeholder={value.secret ? 'not set' : 'no value'}
                      className={`max-w-68 ${cell?.from ? 'text-ink-3 italic' : ''}`}
                      onCommit={(text) => void write(each, value, text)}
                    />
                  </td>
                );
              })}
              <td ref={ellipsis} title={value.note} className="max-w-96 border-l border-hair px-2 text-ink-2">
                {value.note}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length === 0 && filter !== '' && <p className="py-2 text-ink-2">Nothing found.</p>}
      <NewValue
        view={view}
        working={working}
        failed={setWrong}
        added={(name, of) => {
          setFilter('');
          setAdded(cellName(name, of));
        }}
      />
    </>
  );
}

const cellName = (value: string, environment: string) => `${value} in ${environment}`;

/** What will be there once it is written. */
const withCell = (view: EnvironmentsView, of: EnvironmentColumn, value: EnvironmentValue, text: string) => ({
  ...view,
  values: view.values.map((each) =>
    each.name !== value.name
      ? each
      : { ...each, cells: each.cells.map((cell, i) => (view.environments[i]?.name === of.name ? { text } : cell)) },
  ),
});
