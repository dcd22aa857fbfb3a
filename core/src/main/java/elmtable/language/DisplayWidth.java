package elmtable.language;

/**
 * How many columns a text takes in a monospaced type: East Asian wide characters and emoji two,
 * combining and format characters none (Unicode Standard Annex 11, rounded to its blocks).
 */
final class DisplayWidth {
  private static final int[][] WIDE = {
    {0x1100, 0x115F},
    {0x231A, 0x231B},
    {0x2329, 0x232A},
    {0x2E80, 0x303E},
    {0x3041, 0x33FF},
    {0x3400, 0x4DBF},
    {0x4E00, 0x9FFF},
    {0xA000, 0xA4CF},
    {0xA960, 0xA97F},
    {0xAC00, 0xD7A3},
    {0xF900, 0xFAFF},
    {0xFE30, 0xFE6F},
    {0xFF00, 0xFF60},
    {0xFFE0, 0xFFE6},
    {0x16FE0, 0x18CFF},
    {0x1AFF0, 0x1B2FF},
    {0x20000, 0x3FFFD},
  };

  private DisplayWidth() {}

  static int of(String text) {
    int width = 0;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c < 0x300) {
        width++;
      } else {
        int point = text.codePointAt(i);
        width += of(point);
        i += Character.charCount(point) - 1;
      }
    }
    return width;
  }

  private static int of(int point) {
    int type = Character.getType(point);
    if (type == Character.NON_SPACING_MARK
        || type == Character.ENCLOSING_MARK
        || type == Character.FORMAT) {
      return 0;
    }
    if (Character.isEmojiPresentation(point)) {
      return 2;
    }
    for (int[] range : WIDE) {
      if (point >= range[0] && point <= range[1]) {
        return 2;
      }
    }
    return 1;
  }
}
