import { useLocation } from 'wouter';
import { documentPlace } from '@/app/places';
import { SegmentedChoice } from '@/parts/SegmentedChoice';

/** A station's own view of what stands in a document, or the document there as a table or as text. */
export function ViewChoice({
  of,
  own,
  at,
  station,
  file,
}: {
  /** What is shown, such as “the page”. */
  of: string;
  /** The word for the station's own view, which is the one that is shown. */
  own: string;
  at: { path: string; line?: number | null };
  station: string;
  /** The file that its rows come from, where that can be edited. */
  file?: string;
}) {
  const [, go] = useLocation();
  return (
    <SegmentedChoice
      label={`How ${of} is shown`}
      options={[
        { value: 'own', word: own },
        ...(file === undefined ? [] : [{ value: 'file' as const, word: 'File' }]),
        { value: 'table', word: 'Table' },
        { value: 'text', word: 'Text' },
      ]}
      value={'own' as 'own' | 'file' | 'table' | 'text'}
      onChange={(as) => {
        if (as === 'file' && file) go(documentPlace(file, { station }));
        else if (as === 'table' || as === 'text') go(documentPlace(at.path, { line: at.line, as, station }));
      }}
    />
  );
}
