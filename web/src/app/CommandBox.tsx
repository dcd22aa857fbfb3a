import { Command as Palette } from 'cmdk';
import { Search } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useMemo, useState } from 'react';
import { useLocation } from 'wouter';
import { useBlocks, useKeywords, useStartRun, useTree } from '@/api/queries';
import {
  ALL_CASES,
  CASES,
  compositionPlace,
  DATA,
  dataSetPlace,
  documentPlace,
  ENVIRONMENTS,
  FIXTURES,
  INTAKE,
  KEYWORDS,
  keywordPlace,
  PAGES,
  PLAN,
  planPlace,
  RUNS,
} from '@/app/places';
import { ellipsis } from '@/parts/ellipsis';
import { plainText } from '@/parts/TextPieces';
import { LinesInDocuments } from './LinesInDocuments';

const MOST_SHOWN = 16;

const ITEM =
  'flex h-7 w-full cursor-pointer items-center gap-3 px-4 aria-selected:bg-select aria-selected:shadow-[inset_2px_0_var(--select-edge)]';

interface Command {
  word: string;
  kind: string;
  go: () => void;
}

/** Go to anything, do anything: Ctrl K. */
export function CommandBox({ showKeys }: { showKeys: () => void }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setOpen(true);
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="field min-w-48 shrink basis-[268px] pr-1.5 text-ink-3">
        <Search size={14} aria-hidden />
        <span ref={ellipsis} className="flex-1">
          Go anywhere, do anything
        </span>
        <kbd className="kbd">Ctrl K</kbd>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-16 left-1/2 z-50 w-[560px] -translate-x-1/2 overflow-hidden rounded-float border border-hair-strong bg-raised shadow-float"
        >
          <Dialog.Title className="sr-only">Go anywhere, do anything</Dialog.Title>
          <Commands close={() => setOpen(false)} showKeys={showKeys} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function useCommands(showKeys: () => void): Command[] {
  const { data: tree } = useTree();
  const { data: keywords } = useKeywords();
  const { data: blocks } = useBlocks();
  const [, go] = useLocation();
  const start = useStartRun();
  return useMemo(() => {
    const commands: Command[] = [
      { word: 'Intake', kind: 'station', go: () => go(INTAKE) },
      { word: 'Pages', kind: 'station', go: () => go(PAGES) },
      { word: 'Keywords', kind: 'station', go: () => go(KEYWORDS) },
      { word: 'Cases', kind: 'station', go: () => go(CASES) },
      { word: 'Data', kind: 'station', go: () => go(DATA) },
      { word: 'Fixtures', kind: 'station', go: () => go(FIXTURES) },
      { word: 'Plan', kind: 'station', go: () => go(PLAN) },
      { word: 'Runs', kind: 'station', go: () => go(RUNS) },
      { word: 'Environments', kind: 'station', go: () => go(ENVIRONMENTS) },
      { word: 'All cases', kind: 'station', go: () => go(ALL_CASES) },
      { word: 'Composition of the cases', kind: 'station', go: () => go(compositionPlace('')) },
      { word: 'Show all keys', kind: 'do', go: showKeys },
      { word: 'Run everything', kind: 'do', go: () => start({ title: 'everything' }) },
    ];
    for (const suite of tree?.suites ?? []) {
      commands.push({ word: suite.name, kind: 'suite', go: () => go(documentPlace(suite.path)) });
      commands.push({
        word: `Run ${suite.executableCount} cases of ${suite.name}`,
        kind: 'do',
        go: () => start({ title: suite.name, suites: [suite.name] }),
      });
      for (const one of suite.cases) {
        commands.push({
          word: plainText(one.nameParts),
          kind: `case in ${suite.name}`,
          go: () => go(documentPlace(suite.path, { line: one.line })),
        });
      }
    }
    for (const keyword of keywords ?? []) {
      const kind = keyword.path ? 'keyword' : 'built-in keyword';
      commands.push({ word: keyword.name, kind, go: () => go(keywordPlace(keyword.name)) });
    }
    for (const block of blocks ?? []) {
      if (block.kind !== 'keyword') {
        const place =
          block.kind === 'data'
            ? dataSetPlace(block.name)
            : block.kind === 'plan'
              ? planPlace(block.name)
              : documentPlace(block.path, { line: block.line });
        commands.push({ word: block.name, kind: block.kind === 'data' ? 'data set' : block.kind, go: () => go(place) });
      }
    }
    for (const plan of (blocks ?? []).filter((block) => block.kind === 'plan')) {
      commands.push({
        word: `Run the plan ${plan.name}`,
        kind: 'do',
        go: () => start({ title: plan.name, plan: plan.name }),
      });
    }
    for (const document of tree?.documents ?? []) {
      commands.push({ word: document.path, kind: 'document', go: () => go(documentPlace(document.path)) });
    }
    return commands;
  }, [tree, keywords, blocks, go, start, showKeys]);
}

function Commands({ close, showKeys }: { close: () => void; showKeys: () => void }) {
  const [typed, setTyped] = useState('');
  const all = useCommands(showKeys);
  const words = typed.toLowerCase().split(/\s+/);
  // A project has thousands of cases, so only those that are shown are handed on.
  const found = all
    .filter((c) => words.every((word) => `${c.word} ${c.kind}`.toLowerCase().includes(word)))
    .slice(0, MOST_SHOWN);
  const choose = (command: Command) => {
    close();
    command.go();
  };
  return (
    <Palette shouldFilter={false} label="Go anywhere, do anything">
      <Palette.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="A suite, case, keyword, document or a text in one, or something to do"
        className="h-10 w-full border-b border-hair bg-transparent px-4 outline-none"
      />
      <Palette.List className="max-h-[min(640px,calc(100vh-140px))] overflow-y-auto py-1">
        <Palette.Empty className="px-4 py-2 text-ink-2">Nothing found.</Palette.Empty>
        {found.map((command) => (
          <Palette.Item
            key={`${command.kind} ${command.word}`}
            value={`${command.kind} ${command.word}`}
            onSelect={() => choose(command)}
            className={ITEM}
          >
            <span ref={ellipsis} className="flex-1">
              {command.word}
            </span>
            <span className="text-small text-ink-3">{command.kind}</span>
          </Palette.Item>
        ))}
        <LinesInDocuments typed={typed} className={ITEM} close={close} />
      </Palette.List>
    </Palette>
  );
}
