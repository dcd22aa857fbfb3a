package elmtable.server.view;

import elmtable.plan.Plan;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.server.service.Snapshot;

/** The plan of everything that a project has, worked out once for a snapshot. */
public final class WholePlans {
  private long snapshot = -1;
  private Plan plan;

  public synchronized Plan of(Snapshot wanted) {
    if (wanted.number() != snapshot) {
      plan = Planner.plan(wanted.checked(), Selection.everything());
      snapshot = wanted.number();
    }
    return plan;
  }
}
