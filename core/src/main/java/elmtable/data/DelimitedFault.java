package elmtable.data;

import java.io.IOException;
import java.io.Reader;
import java.util.Optional;

/**
 * Finds the first place at which a file of separated values goes wrong.
 *
 * @param row counted from 1, lines without text not counted
 * @param column counted from 1
 * @param line counted from 1, where the faulty cell begins
 */
record DelimitedFault(Kind kind, long row, int column, long line) {
  enum Kind {
    /** Something other than a separator follows a closing quote. */
    BEHIND_QUOTE,
    OPEN_QUOTE,
    ENCODING
  }

  /** No character (Unicode 16, section 23.7), so that no text holds it. */
  static final char FOREIGN = '\uFFFE';

  private enum State {
    START,
    PLAIN,
    QUOTED,
    CLOSED
  }

  /**
   * @param reader one that gives {@link #FOREIGN} where a character is none of its encoding
   */
  static Optional<DelimitedFault> find(Reader reader, char separator) throws IOException {
    State state = State.START;
    long row = 1;
    int column = 1;
    long line = 1;
    long begun = 1;
    for (int c = reader.read(); c >= 0; c = reader.read()) {
      if (c == FOREIGN) {
        return Optional.of(new DelimitedFault(Kind.ENCODING, row, column, begun));
      }
      if (c == '\n') {
        line++;
      }
      if (state == State.QUOTED) {
        state = c == '"' ? State.CLOSED : State.QUOTED;
      } else if (c == '"' && state != State.PLAIN) {
        // Two quotes inside a quoted cell stand for one.
        state = State.QUOTED;
      } else if (c == separator) {
        column++;
        begun = line;
        state = State.START;
      } else if (c == '\n') {
        row += column > 1 || state != State.START ? 1 : 0;
        column = 1;
        begun = line;
        state = State.START;
      } else if (state == State.CLOSED && c != '\r') {
        return Optional.of(new DelimitedFault(Kind.BEHIND_QUOTE, row, column, begun));
      } else if (state == State.START && c != '\r') {
        state = State.PLAIN;
      }
    }
    return state == State.QUOTED
        ? Optional.of(new DelimitedFault(Kind.OPEN_QUOTE, row, column, begun))
        : Optional.empty();
  }
}
