import { ErrorBoundary } from 'react-error-boundary';
import { Redirect, Route, Switch, useLocation } from 'wouter';
import { useChanges } from '@/api/live';
import { BrokenScreen } from '@/parts/BrokenScreen';
import { Frame } from '@/parts/Frame';
import { CasesStation } from '@/stations/cases/CasesStation';
import { PlanStation } from '@/stations/plan/PlanStation';
import { RunsStation } from '@/stations/runs/RunsStation';

export function App() {
  useChanges();
  const [at] = useLocation();
  return (
    <Frame>
      <ErrorBoundary FallbackComponent={BrokenScreen} resetKeys={[at]}>
        <Switch>
          <Route path="/cases/*?">{(params) => <CasesStation path={decodeURIComponent(params['*'] ?? '')} />}</Route>
          <Route path="/plan">
            <PlanStation />
          </Route>
          <Route path="/runs/:run?/:number?">
            {(params) => (
              <RunsStation
                run={params.run ? Number(params.run) : null}
                number={params.number ? Number(params.number) : null}
              />
            )}
          </Route>
          <Route>
            <Redirect to={lastAddress()} replace />
          </Route>
        </Switch>
      </ErrorBoundary>
    </Frame>
  );
}

/** What was open is open again. */
function lastAddress(): string {
  return localStorage.getItem('place') ?? '/cases';
}
