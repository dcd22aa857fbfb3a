import { Link } from 'wouter';
import { useProblems, useProject } from '@/api/queries';
import { documentPlace } from '@/app/places';
import { ProblemMark } from '@/parts/ProblemMark';
import { Wrong } from '@/parts/Wrong';

/** Every problem of the project, each leading to its place. */
export function ProblemList() {
  const { data: documents, error, refetch } = useProblems();
  const files = useProject().data?.files ?? [];
  if (!documents) return <Wrong what="The problems" error={error} again={refetch} />;
  if (documents.length === 0 && files.length === 0) {
    return <p className="p-4 text-ink-2">Nothing is wrong in this project.</p>;
  }
  return (
    <div className="py-1">
      {files.map(({ path, why }) => (
        <section key={path} aria-label={path}>
          <h2 className="px-3 pt-2 pb-1 text-small font-semibold text-ink-3">{path}</h2>
          <p className="flex gap-2 px-3 py-1">
            <span className="pt-[3px]">
              <ProblemMark severity="error" />
            </span>
            {why}
          </p>
        </section>
      ))}
      {documents.map((document) => (
        <section key={document.path} aria-label={document.path}>
          <h2 className="px-3 pt-2 pb-1 text-small font-semibold text-ink-3">{document.path}</h2>
          {document.problems.map((problem) => (
            <Link
              key={`${problem.line}:${problem.start}:${problem.code}:${problem.message}`}
              to={documentPlace(document.path, { line: problem.line })}
              className="flex gap-2 px-3 py-1 hover:bg-select"
            >
              <span className="pt-[3px]">
                <ProblemMark severity={problem.severity} />
              </span>
              <span className="flex-1">{problem.message}</span>
              <span className="text-small text-ink-3">
                line {problem.line} · {problem.code}
              </span>
            </Link>
          ))}
        </section>
      ))}
    </div>
  );
}
