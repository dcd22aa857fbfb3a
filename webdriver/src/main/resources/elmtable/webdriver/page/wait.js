// Looks again and again, frame by frame, until the wanted state holds or the limit is reached, and tells `done` what there
// was at the end.
const began = performance.now();
let over = false;
const turn = () => {
  if (over) return;
  let seen;
  try {
    seen = look();
  } catch (error) {
    seen = { ok: false, fatal: true, state: 'scripterror', cover: String(error) };
  }
  const late = performance.now() - began >= ask.limit;
  if (seen.ok || seen.fatal || late) {
    over = true;
    done({ answered: true, ...seen, ok: Boolean(seen.ok) });
    return;
  }
  // A page that is not painted gets no animation frames; the timer looks on there.
  let turned = false;
  const again = () => {
    if (!turned) {
      turned = true;
      turn();
    }
  };
  requestAnimationFrame(again);
  setTimeout(again, 50);
};
turn();
