import { useLocation } from 'wouter';
import { documentPlace } from '@/app/places';
import { SegmentedChoice } from '@/parts/SegmentedChoice';

/** A station's own view of what stands in a document, or the document there as a table or as text. */
export function ViewChoice({
  of,
  own,
  at,
  station,
}: {
  /** What is shown, such as “the page”. */
  of: string;
  /** The word for the station's own view, which is the one that is shown. */
  own: string;
  at: { path: string; line?: number | null };
  station: string;
}) {
  const [, go] = useLocation();
  return (
    <SegmentedChoice
      label={`How ${of} is shown`}
      options={[
        { value: 'own', word: own },
        { value: 'table', word: 'Table' },
        { value: 'text', word: 'Text' },
      ]}
      value="own"
      onChange={(as) => as !== 'own' && go(documentPlace(at.path, { line: at.line, as, station }))}
    />
  );
}
