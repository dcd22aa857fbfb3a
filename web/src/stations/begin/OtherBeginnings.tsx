import { useMutation, useQueryClient } from '@tanstack/react-query';
import { takeInDemo, takeInFolder, takeInZip } from '@/api/projectFiles';
import { Button } from '@/parts/Button';
import { ErrorStrip } from '@/parts/ErrorLine';
import { FileButton } from '@/parts/FileButton';
import { NewDocument } from '@/stations/cases/NewDocument';

/** What an empty project can begin with instead of an address. */
export function OtherBeginnings() {
  const queries = useQueryClient();
  const taking = useMutation({
    mutationFn: (takeIn: () => Promise<void>) => takeIn(),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <section aria-labelledby="other-beginnings" className="mt-8 border-t border-hair pt-4">
      <h2 id="other-beginnings" className="mb-2 text-ink-2">
        Or begin with
      </h2>
      <div className="flex flex-wrap gap-2">
        <NewDocument>
          <Button disabled={taking.isPending}>An empty suite</Button>
        </NewDocument>
        <FileButton
          words="A zip of a project …"
          accept=".zip,application/zip"
          disabled={taking.isPending}
          take={([zip]) => zip && taking.mutate(() => takeInZip(zip))}
        />
        <FileButton
          words="A folder …"
          folder
          disabled={taking.isPending}
          take={(files) => files.length > 0 && taking.mutate(() => takeInFolder(files))}
        />
        <Button disabled={taking.isPending} onClick={() => taking.mutate(takeInDemo)}>
          The demo
        </Button>
      </div>
      <p role="status" className="mt-2 text-small text-ink-3">
        {taking.isPending
          ? 'Taking it in …'
          : 'The demo is the project of a pottery studio. Its cases run while “./elm demo” serves the site that they test.'}
      </p>
      <ErrorStrip text={taking.error?.message} className="mt-2" />
    </section>
  );
}
