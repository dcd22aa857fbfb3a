// Tells two elements of a drag as HTML has it, from the one onto the other, as a hand would begin and end it.
(from, onto) => {
  const dataTransfer = new DataTransfer();
  const fire = (element, type) => {
    const box = element.getBoundingClientRect();
    const at = { clientX: box.left + box.width / 2, clientY: box.top + box.height / 2 };
    return element.dispatchEvent(
      new DragEvent(type, { bubbles: true, cancelable: true, composed: true, dataTransfer, ...at }),
    );
  };
  if (!fire(from, 'dragstart')) return;
  fire(onto, 'dragenter');
  // A place that takes what is dragged refuses the usual, which is to take nothing.
  if (!fire(onto, 'dragover')) fire(onto, 'drop');
  fire(from, 'dragend');
}
