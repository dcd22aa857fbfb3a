import { useQuery, useQueryClient } from '@tanstack/react-query';
import { SettingsIcon } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { get, inAddress, put, sendFile } from '@/api/client';
import { takeInZip } from '@/api/projectFiles';
import type { SettingsView } from '@/api/types';
import { reasonOf } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { FileButton } from '@/parts/FileButton';
import { WideDialog } from '@/parts/WideDialog';
import { Wrong } from '@/parts/Wrong';

/** Where things lie, how long runs are kept, and the whole project in and out as a zip. */
export function Settings() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="flex h-[54px] flex-col items-center justify-center gap-[3px] text-small leading-[13px] text-ink-2 hover:text-ink"
      >
        <SettingsIcon size={18} strokeWidth={1.75} aria-hidden />
        Settings
      </button>
      {open && (
        <WideDialog title="Settings" close={() => setOpen(false)}>
          <div className="min-h-0 flex-1 divide-y divide-hair overflow-auto">
            <ServerSettings />
            <ProjectFiles />
          </div>
        </WideDialog>
      )}
    </>
  );
}

function ServerSettings() {
  const { data, error, refetch } = useQuery({
    queryKey: ['settings'],
    queryFn: () => get<SettingsView>('/api/settings'),
  });
  if (!data) return <Wrong what="The settings" error={error} again={refetch} />;
  return (
    <>
      <section aria-label="Where things lie" className="px-4 py-4">
        <h2 className="pb-2 text-case font-semibold">Where things lie</h2>
        <dl className="grid grid-cols-[140px_1fr] gap-y-1.5">
          <dt className="text-ink-2">Project</dt>
          <dd className="font-mono text-value">{data.folder ?? 'in the database'}</dd>
          <dt className="text-ink-2">History and runs</dt>
          <dd className="font-mono text-value">{data.data}</dd>
        </dl>
      </section>
      <KeptRuns now={data} />
    </>
  );
}

function KeptRuns({ now }: { now: SettingsView }) {
  const [runs, setRuns] = useState(String(now.keptRuns));
  const [days, setDays] = useState(String(now.keptDays));
  const [told, setTold] = useState<{ text: string; wrong: boolean } | null>(null);
  const queries = useQueryClient();
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const kept = await put<SettingsView>('/api/settings', { keptRuns: Number(runs), keptDays: Number(days) });
      queries.setQueryData(['settings'], kept);
      setTold({ text: 'Saved. What is older goes now, with its pictures.', wrong: false });
    } catch (failed) {
      setTold({ text: reasonOf(failed), wrong: true });
    }
  };
  const number = (label: string, value: string, set: (value: string) => void) => (
    <input
      type="number"
      min={1}
      required
      aria-label={label}
      value={value}
      onChange={(event) => set(event.target.value)}
      className="field w-24 text-right"
    />
  );
  return (
    <section aria-label="Old runs" className="px-4 py-4">
      <h2 className="pb-2 text-case font-semibold">Old runs</h2>
      <form onSubmit={keep} className="flex flex-wrap items-center gap-2">
        Keep the last {number('Runs that always stay', runs, setRuns)} runs, and older ones for{' '}
        {number('Days that older runs stay', days, setDays)} days
        <Button type="submit">Save</Button>
        {told && (
          <span role={told.wrong ? 'alert' : 'status'} className={told.wrong ? 'text-failed' : 'text-ink-2'}>
            {told.text}
          </span>
        )}
      </form>
    </section>
  );
}

function ProjectFiles() {
  const [told, setTold] = useState<{ text: string; wrong: boolean } | null>(null);
  const attempt = async (task: () => Promise<string>) => {
    setTold({ text: 'Sending …', wrong: false });
    try {
      setTold({ text: await task(), wrong: false });
    } catch (failed) {
      setTold({ text: reasonOf(failed), wrong: true });
    }
  };
  const importZip = (files: readonly File[]) =>
    attempt(async () => {
      const [zip] = files;
      if (!zip) return '';
      await takeInZip(zip);
      return `“${zip.name}” was taken in; what it changed is in the history of each document.`;
    });
  const upload = (files: readonly File[]) =>
    attempt(async () => {
      for (const file of files) await sendFile('PUT', `/api/files/${inAddress(`data/${file.name}`)}`, file);
      return `${counted(files.length, 'file')} went to the folder data.`;
    });
  return (
    <section aria-label="The project's files" className="px-4 py-4">
      <h2 className="pb-2 text-case font-semibold">The project’s files</h2>
      <div className="flex flex-wrap items-center gap-2">
        <a href="/api/export" download className="font-medium text-accent hover:underline">
          Export all as a zip
        </a>
        <FileButton words="Take in a zip …" accept=".zip,application/zip" take={importZip} />
        <FileButton words="Add data files …" multiple take={upload} />
        {told && told.text !== '' && (
          <span role={told.wrong ? 'alert' : 'status'} className={told.wrong ? 'text-failed' : 'text-ink-2'}>
            {told.text}
          </span>
        )}
      </div>
    </section>
  );
}
