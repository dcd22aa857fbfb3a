package elmtable.browser;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;

/** What is filled in, chosen and ticked. */
public interface Fields {
  /** Replaces the content of a field. */
  void enter(Target target, String text, Duration limit);

  /** Types behind what is in a field. */
  void addText(Target target, String text, Duration limit);

  void clear(Target target, Duration limit);

  /** Chooses the option of a list by its text or else its value. */
  void choose(Target target, String option, Duration limit);

  /** Chooses these options of a list of several and no others. */
  void chooseSeveral(Target target, List<String> options, Duration limit);

  /** Hands a file of this machine to a field for files, which may be hidden. */
  void attach(Target target, Path file, Duration limit);

  /** Makes a box or a radio button ticked or not; does nothing where it is that already. */
  void tick(Target target, boolean ticked, Duration limit);
}
