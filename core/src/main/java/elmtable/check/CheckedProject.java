package elmtable.check;

import elmtable.check.rules.step.UnusedColumns;
import elmtable.project.Project;
import elmtable.project.entry.DataEntry;
import elmtable.text.Diagnostic;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.ReentrantLock;

/**
 * A project with what is wrong with it, worked out when first asked for. The problems of a later
 * snapshot are worked out from those of this one: only what depends on something that changed is
 * checked again.
 */
public final class CheckedProject {
  private final Project project;

  /** What was found out about an earlier snapshot, or this one; null where nothing was. */
  private volatile Checked checked;

  /** Whoever asks while it is worked out waits for it: to do it twice would take both longer. */
  private final ReentrantLock checking = new ReentrantLock();

  private CheckedProject(Project project, Checked checked) {
    this.project = project;
    this.checked = checked;
  }

  public static CheckedProject of(Project project) {
    return new CheckedProject(project, null);
  }

  /** A later snapshot of the same project. */
  public CheckedProject with(Project changed) {
    return new CheckedProject(changed, checked);
  }

  public Project project() {
    return project;
  }

  /** Every problem, by document path, each list in the order of lines. */
  public Map<String, List<Diagnostic>> problems() {
    Checked known = checked;
    return isOfThis(known) ? known.problems() : check().problems();
  }

  private Checked check() {
    checking.lock();
    try {
      if (!isOfThis(checked)) {
        checked = Checker.check(project, checked);
      }
      return checked;
    } finally {
      checking.unlock();
    }
  }

  private boolean isOfThis(Checked known) {
    return known != null
        && known.indexes() == project.indexes()
        && known.files() == project.files();
  }

  /** Those of a data set's columns that no case uses. */
  public List<String> unusedColumns(DataEntry set, List<String> columns) {
    return UnusedColumns.of(set, columns, project);
  }

  public List<Diagnostic> problems(String path) {
    return problems().getOrDefault(path, List.of());
  }
}
