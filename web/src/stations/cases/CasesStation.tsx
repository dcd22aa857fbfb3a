import { useEffect } from 'react';
import { useLocation } from 'wouter';
import { useTree } from '@/api/queries';
import { CASES, documentPlace } from '@/app/places';
import { Button } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { CasesTree } from './CasesTree';
import { NewDocument } from './NewDocument';

export function CasesStation({ path }: { path: string }) {
  const { data: tree } = useTree();
  const [, go] = useLocation();
  const first = (tree?.suites.find((suite) => !suite.path.endsWith('.feature')) ?? tree?.suites[0])?.path;
  useEffect(() => {
    if (path === '' && first) go(documentPlace(first), { replace: true });
  }, [path, first, go]);
  if (path === '') {
    return (
      <Columns station="cases" contents={{ name: 'Contents', content: <CasesTree open="" /> }} lens={null}>
        <EmptyProject />
      </Columns>
    );
  }
  const contents = <CasesTree open={path} />;
  return <DocumentStation path={path} station={{ home: CASES, word: 'Cases', contents }} />;
}

function EmptyProject() {
  return (
    <div className="m-auto max-w-96 text-center text-ink-2">
      <p className="mb-3">A suite holds cases: tables of steps that run in a browser. This project has none yet.</p>
      <NewDocument>
        <Button kind="main">Make the first suite</Button>
      </NewDocument>
    </div>
  );
}
