// Where a page shows secrets: password fields that are filled in, and whatever holds one of the texts given. Boxes
// count from the window's corner.
(given) => {
  const secrets = JSON.parse(given);
  const boxes = [];
  const holds = (text) => secrets.some((secret) => (text ?? '').includes(secret));
  const add = ({ left, top, width, height }, x, y) => {
    if (width > 0 && height > 0) boxes.push({ x: left + x, y: top + y, width, height });
  };

  // The innermost elements that hold one; it may go over several of their children.
  const texts = (element, x, y) => {
    const inner = [...element.children].filter((child) => holds(child.textContent));
    if (inner.length === 0) add(element.getBoundingClientRect(), x, y);
    for (const child of inner) texts(child, x, y);
  };

  const visit = (root, x, y) => {
    for (const top of root.children) if (holds(top.textContent)) texts(top, x, y);
    for (const element of root.querySelectorAll('*')) {
      if (element.shadowRoot) visit(element.shadowRoot, x, y);
      if (element.matches('input, textarea, select')) {
        const password = element.type === 'password' && element.value !== '';
        if (password || holds(element.value)) add(element.getBoundingClientRect(), x, y);
      } else if (element.matches('iframe, frame')) {
        frame(element, x, y);
      }
    }
  };

  // What a frame of another site shows cannot be known.
  const frame = (element, x, y) => {
    const box = element.getBoundingClientRect();
    const inside = element.contentDocument;
    if (inside) visit(inside, x + box.left + element.clientLeft, y + box.top + element.clientTop);
    else if (secrets.length > 0) add(box, x, y);
  };

  visit(document, 0, 0);
  return JSON.stringify({ boxes, ratio: devicePixelRatio });
}
