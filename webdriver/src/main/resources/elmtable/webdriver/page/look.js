// Address and title are the whole page's, also when a frame is looked at.
const whole = () => {
  try {
    return { href: top.location.href, title: top.document.title };
  } catch {
    return { href: location.href, title: document.title };
  }
};

// Goes into the shadow roots that an element lives in; gives what is wrong where it cannot.
const intoHosts = () => {
  root = document;
  for (const locator of ask.hosts ?? []) {
    const one = counted(find(locator));
    if (!one.element) return one;
    if (!one.element.shadowRoot) return { fatal: true, state: 'noframe', cover: describe(one.element) };
    root = one.element.shadowRoot;
  }
  return null;
};

// One look at the page: {ok, element, found} or {ok: false, state, …}.
const look = () => {
  if (ask.wanted === 'settled') return { ok: true };
  if (ask.wanted === 'inventory') return inventory();
  if (ask.wanted === 'address') {
    const { href } = whole();
    return { ok: href === new URL(ask.text, href).href, found: href };
  }
  if (ask.wanted === 'addressstart') {
    const { href } = whole();
    return { ok: href.startsWith(ask.text), found: href };
  }
  if (ask.wanted === 'title') {
    const { title } = whole();
    return { ok: title === ask.text, found: title };
  }
  let elements;
  try {
    const outside = intoHosts();
    if (outside) return ask.wanted === 'gone' && outside.state === 'absent' ? { ok: true, found: 'gone' } : outside;
    elements = find(ask);
  } catch (error) {
    return { ok: false, fatal: true, state: 'badlocator', cover: error.message };
  }
  switch (ask.wanted) {
    case 'press':
      return actable(elements);
    case 'hover': {
      const one = actable(elements);
      return one.ok ? { ...one, draggable: Boolean(one.element.closest('[draggable=true], a[href], img')) } : one;
    }
    case 'edit': {
      const one = actable(elements);
      return one.ok ? readyToType(one.element) : one;
    }
    case 'focus': {
      const one = actable(elements);
      if (one.ok) one.element.focus();
      return one;
    }
    case 'scroll':
    case 'outline': {
      const one = single(elements, false);
      if (!one.element) return one;
      if (ask.wanted === 'scroll') intoView(one.element);
      else Object.assign(one.element.style, { outline: '3px solid #B02E1E', outlineOffset: '2px' });
      return { ok: true };
    }
    case 'frame': {
      const one = single(elements, false);
      if (!one.element) return one;
      const window = one.element.contentWindow;
      return window ? { ok: true, window } : { fatal: true, state: 'noframe', cover: describe(one.element) };
    }
    case 'within': {
      const one = counted(elements);
      if (!one.element) return one;
      const { contentWindow: window, shadowRoot } = one.element;
      // The classic protocol goes into a frame by its element, BiDi by its window.
      if (window) return ask.byElement ? { ok: true, element: one.element } : { ok: true, window };
      return shadowRoot ? { ok: true, host: true } : { fatal: true, state: 'noframe', cover: describe(one.element) };
    }
    case 'attach':
      return filesField(elements);
    case 'several': {
      const one = actable(elements);
      return one.ok ? severalOf(one.element) : one;
    }
    case 'choose': {
      const one = actable(elements);
      return one.ok ? optionOf(one.element) : one;
    }
    case 'there': {
      const one = single(elements, false);
      return one.element ? { ok: true, element: one.element } : one;
    }
    case 'shown': {
      const one = single(elements, true);
      return one.element || one.state === 'several' ? { ok: true, found: 'shown' } : one;
    }
    case 'gone': {
      const shown = elements.filter((element) => isShown(element, true));
      return shown.length === 0 ? { ok: true, found: 'gone' } : { found: `shown: ${shown.slice(0, 3).map(describe).join(', ')}` };
    }
    case 'sight':
      return sightOf(elements);
    case 'count':
      return { ok: ask.number < 0 || elements.length === ask.number, found: String(elements.length) };
    case 'value': {
      const one = counted(elements);
      if (!one.element) return one;
      return { ok: one.element.value === ask.text, found: String(one.element.value ?? '') };
    }
    case 'enabled':
    case 'disabled': {
      const one = single(elements, false);
      if (!one.element) return one;
      const found = isDisabled(one.element) ? 'disabled' : 'enabled';
      return { ok: found === ask.wanted, found };
    }
    case 'ticked': {
      const one = counted(elements);
      if (!one.element) return one;
      const ticked = isTicked(one.element);
      return { ok: ticked === (ask.text === 'yes'), found: ticked ? 'ticked' : 'not ticked' };
    }
    case 'attribute': {
      const one = counted(elements);
      if (!one.element) return one;
      const found = one.element.getAttribute(ask.attribute);
      return { ok: found === ask.text, found: found ?? `no attribute ${ask.attribute}` };
    }
    case 'hidden': {
      if (elements.length === 0) return single(elements, true);
      const shown = elements.filter((element) => isShown(element, true));
      return shown.length === 0 ? { ok: true, found: 'hidden' } : { found: `shown: ${shown.slice(0, 3).map(describe).join(', ')}` };
    }
    case 'covered': {
      const one = single(elements, true);
      if (!one.element) return one;
      if (!isInView(one.element)) intoView(one.element);
      const cover = coveredBy(one.element);
      return cover ? { ok: true, found: `covered by ${cover}` } : { found: 'not covered' };
    }
    case 'texts':
      return textsAsWanted(elements);
    case 'table': {
      const one = single(elements, true);
      return one.element ? tableAsWanted(one.element) : one;
    }
    case 'readtexts': {
      const all = elements.length === 1 ? elements : elements.filter((element) => isShown(element, true));
      return all.length > 0 ? { ok: true, texts: all.map(textOf) } : single(elements, true);
    }
    case 'nottext':
    case 'textwithout':
    case 'textpart':
    case 'text': {
      // A live region may be empty and so have no box; its text is still what it shows.
      const one = elements.length === 1 && textOf(elements[0]) === '' ? { element: elements[0] } : single(elements, true);
      if (!one.element) return one;
      const found = textOf(one.element);
      if (ask.wanted === 'textwithout') return { ok: isLastingWithout(found), found };
      if (ask.wanted === 'textpart') return { ok: found.includes(plain(ask.text)), found };
      return { ok: (found === plain(ask.text)) === (ask.wanted === 'text'), found };
    }
    case 'readtext': {
      const one = single(elements, true);
      return one.element ? { ok: true, found: textOf(one.element) } : one;
    }
    case 'readattribute': {
      const one = counted(elements);
      return one.element ? { ok: true, found: one.element.getAttribute(ask.text) ?? '' } : one;
    }
    case 'readtable': {
      const one = single(elements, true);
      return one.element ? tableOf(one.element) : one;
    }
    default: {
      const one = counted(elements);
      return one.element ? { ok: true, found: String(one.element.value ?? '') } : one;
    }
  }
};
