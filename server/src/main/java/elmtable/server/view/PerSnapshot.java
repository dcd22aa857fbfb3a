package elmtable.server.view;

import elmtable.server.service.Snapshot;
import java.util.function.Function;

/** Something about the whole project, worked out once for a snapshot. */
public final class PerSnapshot<T> {
  private final Function<Snapshot, T> work;
  private long snapshot = -1;
  private T known;

  public PerSnapshot(Function<Snapshot, T> work) {
    this.work = work;
  }

  public synchronized T of(Snapshot wanted) {
    if (wanted.number() != snapshot) {
      known = work.apply(wanted);
      snapshot = wanted.number();
    }
    return known;
  }
}
