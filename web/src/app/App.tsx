import { useEffect } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Redirect, Route, Switch } from 'wouter';
import { useChanges } from '@/api/live';
import { sendAbandoned } from '@/document/leftDocuments';
import { BrokenScreen } from './BrokenScreen';
import { Frame } from './Frame';
import { CASES, DATA, ENVIRONMENTS, FIXTURES, INTAKE, KEYWORDS, lastPlace, PAGES, PLAN, pathAt } from './places';
import {
  CasesStation,
  DataStation,
  EnvironmentsStation,
  FixturesStation,
  IntakeStation,
  KeywordsStation,
  PagesStation,
  PlanStation,
  RunsStation,
} from './stations';
import { usePathname } from './usePlace';

/** The stations that show a document, or a sheet of scenarios, by the path behind their place. */
const STATIONS = [
  [INTAKE, IntakeStation],
  [PAGES, PagesStation],
  [KEYWORDS, KeywordsStation],
  [CASES, CasesStation],
  [DATA, DataStation],
  [FIXTURES, FixturesStation],
  [PLAN, PlanStation],
  [ENVIRONMENTS, EnvironmentsStation],
] as const;

export function App() {
  useChanges();
  useAbandoned();
  const pathname = usePathname();
  const path = pathAt(pathname);
  return (
    <Frame>
      <ErrorBoundary FallbackComponent={BrokenScreen} resetKeys={[pathname]}>
        <Switch>
          {STATIONS.map(([place, Station]) => (
            <Route key={place} path={`${place}/*?`}>
              <Station path={path} />
            </Route>
          ))}
          <Route path="/runs/:run?/:number?">
            {(params) => <RunsStation run={numberIn(params.run)} number={numberIn(params.number)} />}
          </Route>
          <Route>
            <Redirect to={lastPlace()} replace />
          </Route>
        </Switch>
      </ErrorBoundary>
    </Frame>
  );
}

/** A number in an address; null for what is none, so that the newest run is shown. */
const numberIn = (text: string | undefined) => (text && /^\d+$/.test(text) ? Number(text) : null);

const LOOK_AGAIN_MILLIS = 10_000;

/** Sends what closed pages left unsaved. One that is just going away may still hold it, so it is looked for again. */
function useAbandoned() {
  useEffect(() => {
    const look = () =>
      sendAbandoned().catch((failed) =>
        console.warn('What an earlier page left unsaved could not be sent yet.', failed),
      );
    look();
    const timer = setInterval(look, LOOK_AGAIN_MILLIS);
    return () => clearInterval(timer);
  }, []);
}
