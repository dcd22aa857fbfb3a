import { Redirect, Route, Switch } from 'wouter';
import { useChanges } from '@/api/live';
import { Frame } from '@/parts/Frame';
import { CasesStation } from '@/stations/cases/CasesStation';
import { PlanStation } from '@/stations/plan/PlanStation';
import { RunsStation } from '@/stations/runs/RunsStation';

export function App() {
  useChanges();
  return (
    <Frame>
      <Switch>
        <Route path="/cases/*?">{(at) => <CasesStation path={decodeURIComponent(at['*'] ?? '')} />}</Route>
        <Route path="/plan">
          <PlanStation />
        </Route>
        <Route path="/runs/:run?/:number?">
          {(at) => <RunsStation run={at.run ? Number(at.run) : null} number={at.number ? Number(at.number) : null} />}
        </Route>
        <Route>
          <Redirect to={lastPlace()} replace />
        </Route>
      </Switch>
    </Frame>
  );
}

/** What was open is open again. */
function lastPlace(): string {
  return localStorage.getItem('place') ?? '/cases';
}
