import { useEffect } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Redirect, Route, Switch, useLocation } from 'wouter';
import { useChanges } from '@/api/live';
import { sendAbandoned } from '@/document/leftDocuments';
import { BrokenScreen } from './BrokenScreen';
import { Frame } from './Frame';
import { lastPlace } from './places';
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

export function App() {
  useChanges();
  useAbandoned();
  const [at] = useLocation();
  return (
    <Frame>
      <ErrorBoundary FallbackComponent={BrokenScreen} resetKeys={[at]}>
        <Switch>
          <Route path="/cases/*?">{(params) => <CasesStation path={decodeURIComponent(params['*'] ?? '')} />}</Route>
          <Route path="/keywords/*?">
            {(params) => <KeywordsStation path={decodeURIComponent(params['*'] ?? '')} />}
          </Route>
          <Route path="/data/*?">{(params) => <DataStation path={decodeURIComponent(params['*'] ?? '')} />}</Route>
          <Route path="/environments/*?">
            {(params) => <EnvironmentsStation path={decodeURIComponent(params['*'] ?? '')} />}
          </Route>
          <Route path="/fixtures/*?">
            {(params) => <FixturesStation path={decodeURIComponent(params['*'] ?? '')} />}
          </Route>
          <Route path="/pages/*?">{(params) => <PagesStation path={decodeURIComponent(params['*'] ?? '')} />}</Route>
          <Route path="/intake/*?">{(params) => <IntakeStation path={decodeURIComponent(params['*'] ?? '')} />}</Route>
          <Route path="/plan/*?">{(params) => <PlanStation path={decodeURIComponent(params['*'] ?? '')} />}</Route>
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
