// Knows when anything on the page last moved, so that most actions need one look only.
const STILL_MILLIS = 40;
let lastChange = performance.now();
const changed = () => {
  lastChange = performance.now();
};
new MutationObserver(changed).observe(document, {
  subtree: true,
  childList: true,
  characterData: true,
  attributes: true,
  attributeFilter: ['style', 'class', 'hidden', 'open'],
});
for (const event of ['scroll', 'load', 'resize', 'toggle', 'transitionrun', 'animationstart']) {
  addEventListener(event, changed, { capture: true, passive: true });
}

const moves = (animation, element) =>
  animation.playState === 'running' && Boolean(animation.effect?.target?.contains(element));

const standsStill = (element) =>
  performance.now() - lastChange > STILL_MILLIS && !document.getAnimations().some((one) => moves(one, element));
