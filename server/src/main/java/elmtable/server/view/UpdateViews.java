package elmtable.server.view;

import elmtable.server.message.DocumentMessages.UpdateView;
import elmtable.server.store.DocumentStore.Update;
import java.util.List;

/** Updates of documents for pages. */
public final class UpdateViews {
  private UpdateViews() {}

  public static List<UpdateView> of(List<Update> updates) {
    return updates.stream()
        .map(update ->
            new UpdateView(
                update.client(), update.author(), update.at().toString(), update.change()))
        .toList();
  }
}
