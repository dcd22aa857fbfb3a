package elmtable.webdriver.bidi.events;

/** What ends the wait for an answer that may never come. */
public enum Interruption {
  /** The window opened a dialog; what is going on in it answers once that is closed, or never. */
  DIALOG,
  /** The document was left: what was asked of it has nobody to answer. */
  LEFT,
  /** The window or frame is gone. */
  CLOSED
}
