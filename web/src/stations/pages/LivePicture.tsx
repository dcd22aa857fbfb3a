import { useState } from 'react';
import type { BoxView, PageTrialView, UnnamedElement } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { SegmentedChoice } from '@/parts/SegmentedChoice';

/** The page as the browser showed it, with a numbered box round what each locator finds. */
export function LivePicture({
  result,
  chosen,
  choose,
  add,
}: {
  result: PageTrialView;
  chosen: string | null;
  choose: (name: string) => void;
  /** Gives an element a name that has none yet. */
  add: (of: UnnamedElement) => void;
}) {
  const [shown, setShown] = useState<'all' | 'problems' | 'unnamed'>('all');
  const [size, setSize] = useState({ width: 1280, height: 800 });
  if (!result.picture) return null;
  const boxes = result.elements.flatMap((element, index) =>
    (shown === 'unnamed' || (shown === 'problems' && element.count === 1) ? [] : element.boxes).map((box, place) => ({
      key: `${element.name} ${place}`,
      name: element.name,
      word: String(index + 1),
      several: element.count !== 1,
      box,
    })),
  );
  return (
    <section aria-label="Live page" className="mx-4 mt-4">
      <div className="flex items-center gap-3 pb-1.5">
        <SegmentedChoice
          label="Which boxes are shown"
          options={[
            { value: 'all', word: 'All boxes' },
            { value: 'problems', word: 'Only problems' },
            { value: 'unnamed', word: `No name yet (${result.unnamed.length})` },
          ]}
          value={shown}
          onChange={setShown}
        />
        <span ref={ellipsis} className="flex-1 text-ink-3">
          {shown === 'unnamed' ? 'press on an element to take it into the page' : result.title}
        </span>
        <span className="text-small text-ink-3">
          {size.width} × {size.height}
        </span>
      </div>
      <div className="relative border border-hair-strong">
        <img
          src={result.picture}
          alt={`The page ${result.title}`}
          className="block w-full"
          onLoad={(event) =>
            setSize({ width: event.currentTarget.naturalWidth, height: event.currentTarget.naturalHeight })
          }
        />
        {boxes.map(({ key, name, word, several, box }) => (
          <button
            key={key}
            type="button"
            aria-label={`${word}, ${name}`}
            title={name}
            onClick={() => choose(name)}
            style={placed(box, size)}
            className={`absolute border-2 ${several ? 'border-[#8a5a00]' : 'border-[#2a6338]'} ${chosen === name ? 'bg-[#2a6338]/20' : ''}`}
          >
            <Label word={word} several={several} />
          </button>
        ))}
        {shown === 'unnamed' &&
          result.unnamed.map((element) => (
            <button
              key={`${element.name} ${element.box.x} ${element.box.y}`}
              type="button"
              aria-label={`Take “${element.name}” into the page`}
              title={`${element.role} “${element.name}”: ${element.proposals[0]?.by} ${element.proposals[0]?.value}`}
              onClick={() => add(element)}
              style={placed(element.box, size)}
              className="absolute border-2 border-[#2f4f6e] border-dashed hover:bg-[#2f4f6e]/20"
            />
          ))}
      </div>
    </section>
  );
}

const Label = ({ word, several }: { word: string; several: boolean }) => (
  <span
    className={`absolute -top-[15px] -right-0.5 px-1 text-[10px] leading-[15px] font-semibold text-white ${several ? 'bg-[#8a5a00]' : 'bg-[#2a6338]'}`}
  >
    {word}
  </span>
);

/** In per cent, so that the boxes stay where they are when the picture is drawn smaller. */
const placed = (box: BoxView, { width, height }: { width: number; height: number }) => ({
  left: `${(box.x / width) * 100}%`,
  top: `${(box.y / height) * 100}%`,
  width: `${(box.width / width) * 100}%`,
  height: `${(box.height / height) * 100}%`,
});
