import type { ScheduleView, SpanView } from '@/api/types';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';
import { formatDuration } from '@/parts/times';

const MOST_TICKS = 120;
const STEPS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800, 3600, 7200, 21600, 86400];

/** When each worker will probably do what, by how long the cases took before. */
export function Schedule({ schedule }: { schedule: ScheduleView }) {
  if (schedule.millis <= 0) return null;
  const workers = schedule.workers.map((spans, place) => ({ number: place + 1, spans, end: endOf(spans.at(-1)) }));
  const last = workers.reduce((a, b) => (b.end > a.end ? b : a));
  const idle = workers.filter((worker) => worker.end === 0).length;
  return (
    <section aria-label="Expected time" className="flex-none border-t border-hair-strong bg-ground px-4 pt-2 pb-2.5">
      <div className="max-h-[132px] overflow-y-auto">
        {workers.map(({ number, spans }) => (
          <div key={number} className="flex h-[30px] items-center">
            <span className="w-16 flex-none text-small text-ink-2">worker {number}</span>
            <span className="relative h-6 flex-1">
              {spans.map((span) => (
                <Span key={`${span.suite} ${span.fromMillis}`} span={span} whole={schedule.millis} />
              ))}
            </span>
          </div>
        ))}
      </div>
      <Axis millis={schedule.millis} />
      <p className="pt-1 text-small text-ink-2">
        <b className="font-semibold text-ink">{formatDuration(schedule.millis)} expected</b>, going by earlier runs
        {schedule.workers.length > 1 && `; worker ${last.number} is done last`}
        {idle > 0 && `; ${counted(idle, 'worker')} without work`}
      </p>
    </section>
  );
}

const endOf = (span: SpanView | undefined) => (span ? span.fromMillis + span.millis : 0);

/** When each of several cases ends that begin one after another. */
function endsOf(millis: readonly number[]): number[] {
  let at = 0;
  return millis.map((one) => {
    at += one;
    return at;
  });
}

function Span({ span, whole }: { span: SpanView; whole: number }) {
  const percent = (millis: number) => `${(millis / whole) * 100}%`;
  const ticks = span.caseMillis.length <= MOST_TICKS ? endsOf(span.caseMillis) : [];
  return (
    <span
      title={`${span.suite}: ${formatDuration(span.millis)}`}
      className="absolute inset-y-0 overflow-hidden border-r border-ground bg-passed-wash"
      style={{ left: percent(span.fromMillis), width: percent(span.millis) }}
    >
      <span ref={ellipsis} className="block px-1.5 text-[11px] leading-[17px]">
        {span.suite}
      </span>
      <span className="absolute inset-x-0 bottom-0 h-1.5 bg-passed opacity-60" />
      {ticks.slice(0, -1).map((at) => (
        <span
          key={at}
          className="absolute bottom-0 h-1.5 w-px bg-ground"
          style={{ left: `${(at / span.millis) * 100}%` }}
        />
      ))}
    </span>
  );
}

function Axis({ millis }: { millis: number }) {
  const seconds = millis / 1000;
  const step = STEPS.find((each) => seconds / each <= 8) ?? seconds;
  const marks = Array.from({ length: Math.floor(seconds / step) + 1 }, (_, place) => place * step);
  return (
    <div aria-hidden className="relative ml-16 h-4 text-[11px] text-ink-3">
      {marks
        .filter((mark) => mark / seconds < 0.96)
        .map((mark) => (
          <span
            key={mark}
            className="absolute border-l border-hair-strong pl-1"
            style={{ left: `${(mark / seconds) * 100}%` }}
          >
            {mark < 60 ? `${mark} s` : formatDuration(mark * 1000)}
          </span>
        ))}
    </div>
  );
}
