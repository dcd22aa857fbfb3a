import {
  Activity,
  AppWindow,
  BookOpen,
  Globe,
  Inbox,
  Layers,
  ListChecks,
  type LucideIcon,
  Moon,
  Sheet,
  Sun,
  TableProperties,
} from 'lucide-react';
import { type ReactNode, useEffect } from 'react';
import { Link } from 'wouter';
import { Logo } from '@/parts/Logo';
import {
  CASES,
  DATA,
  ENVIRONMENTS,
  FIXTURES,
  INTAKE,
  KEYWORDS,
  lastOfStation,
  PAGES,
  PLAN,
  RUNS,
  rememberPlace,
} from './places';
import { Settings } from './Settings';
import { TopLine } from './TopLine';
import { useTheme } from './theme';
import { usePathname } from './usePlace';

/** The stations that are built, in the order of the work. */
const STATIONS = [
  { to: INTAKE, word: 'Intake', icon: Inbox },
  { to: PAGES, word: 'Pages', icon: AppWindow },
  { to: KEYWORDS, word: 'Keywords', icon: BookOpen },
  { to: CASES, word: 'Cases', icon: TableProperties },
  { to: DATA, word: 'Data', icon: Sheet },
  { to: FIXTURES, word: 'Fixtures', icon: Layers },
  { to: PLAN, word: 'Plan', icon: ListChecks },
  { to: RUNS, word: 'Runs', icon: Activity },
];

export function Frame({ children }: { children: ReactNode }) {
  const place = usePathname();
  const [theme, turn] = useTheme();
  useEffect(() => {
    rememberPlace(place);
  }, [place]);
  return (
    <div className="grid h-full grid-cols-[76px_minmax(0,1fr)] grid-rows-[40px_minmax(0,1fr)]">
      <nav aria-label="Stations" className="row-span-2 flex flex-col border-r border-hair-strong bg-ground">
        <Link to={CASES} className="grid h-10 place-items-center border-b border-hair">
          <Logo />
        </Link>
        {STATIONS.map((station) => (
          <StationLink key={station.to} {...station} place={place} />
        ))}
        <span className="flex-1" />
        <StationLink to={ENVIRONMENTS} word="Environments" icon={Globe} place={place} />
        <Settings />
        <button
          type="button"
          onClick={turn}
          className="flex h-[54px] flex-col items-center justify-center gap-[3px] text-small leading-[13px] text-ink-2 hover:text-ink"
        >
          {theme === 'day' ? (
            <Moon size={18} strokeWidth={1.75} aria-hidden />
          ) : (
            <Sun size={18} strokeWidth={1.75} aria-hidden />
          )}
          {theme === 'day' ? 'Evening' : 'Day'}
        </button>
      </nav>
      <TopLine />
      <main className="min-h-0 min-w-0">{children}</main>
    </div>
  );
}

function StationLink({ to, word, icon: Icon, place }: { to: string; word: string; icon: LucideIcon; place: string }) {
  const open = place === to || place.startsWith(`${to}/`);
  return (
    <Link
      to={open ? to : lastOfStation(to)}
      aria-current={open ? 'page' : undefined}
      className={`flex h-[54px] flex-none flex-col items-center justify-center gap-[3px] text-small leading-[13px] tracking-tight ${
        open
          ? 'relative -mr-px border-y border-hair-strong bg-surface font-semibold text-accent before:absolute before:-inset-y-px before:left-0 before:w-[3px] before:bg-accent'
          : 'text-ink-2 hover:text-ink'
      }`}
    >
      <Icon size={18} strokeWidth={1.75} aria-hidden />
      {word}
    </Link>
  );
}
