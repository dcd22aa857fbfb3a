import { useEffect } from 'react';
import { useLocation } from 'wouter';
import { useTree } from '@/api/queries';
import { CASES, documentPlace } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import { isFeature } from '@/document/kinds';
import { Columns } from '@/parts/Columns';
import { BeginScreen } from '@/stations/begin/BeginScreen';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { AllCases } from './AllCases';
import { CasesTree } from './CasesTree';

export function CasesStation({ path }: { path: string }) {
  const { data: tree } = useTree();
  const [, go] = useLocation();
  const as = useAddressQuery().get('as');
  const all = path === '' && as === 'overview';
  const first = (tree?.suites.find((suite) => !isFeature(suite.path)) ?? tree?.suites[0])?.path;
  useEffect(() => {
    if (path === '' && !all && first) go(documentPlace(first), { replace: true });
  }, [path, all, first, go]);
  if (all) return <AllCases tree={tree} />;
  if (path === '') {
    return (
      <Columns station="cases" contents={{ name: 'Contents', content: <CasesTree open="" /> }} lens={null}>
        {tree?.suites.length === 0 && <BeginScreen />}
      </Columns>
    );
  }
  const contents = <CasesTree open={path} />;
  return <DocumentStation path={path} station={{ home: CASES, word: 'Cases', contents }} />;
}
