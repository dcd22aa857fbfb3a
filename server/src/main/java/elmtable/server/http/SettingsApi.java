package elmtable.server.http;

import elmtable.server.message.ProjectMessages.SettingsRequest;
import elmtable.server.message.ProjectMessages.SettingsView;
import elmtable.server.service.Services;
import elmtable.server.store.SettingsStore.Settings;
import io.javalin.config.RoutesConfig;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import java.nio.file.Path;
import java.util.function.Supplier;

/** Settings of this server, and where its things lie. */
final class SettingsApi {
  private static final int MOST_RUNS = 100_000;
  private static final int MOST_DAYS = 36_500;

  private final Supplier<Services> services;

  SettingsApi(Supplier<Services> services) {
    this.services = services;
  }

  void routes(RoutesConfig routes) {
    routes.get("/api/settings", ctx -> ctx.json(settings()));
    routes.put("/api/settings", this::change);
  }

  private SettingsView settings() {
    Settings now = services.get().housekeeping().settings();
    Services.Places places = services.get().places();
    return new SettingsView(
        now.keptRuns(), now.keptDays(), shown(places.folder()), shown(places.data()));
  }

  private static String shown(Path place) {
    return place == null ? null : place.toAbsolutePath().normalize().toString();
  }

  private void change(Context ctx) {
    SettingsRequest ask = ctx.bodyAsClass(SettingsRequest.class);
    requireWithin("keptRuns", ask.keptRuns(), MOST_RUNS);
    requireWithin("keptDays", ask.keptDays(), MOST_DAYS);
    services.get().housekeeping().keep(new Settings(ask.keptRuns(), ask.keptDays()));
    ctx.json(settings());
  }

  private static void requireWithin(String name, int number, int most) {
    if (number < 1 || number > most) {
      throw new BadRequestResponse("“" + name + "” is a whole number from 1 to " + most + ".");
    }
  }
}
