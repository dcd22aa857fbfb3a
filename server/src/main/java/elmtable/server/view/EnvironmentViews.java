package elmtable.server.view;

import elmtable.block.EnvironmentBlock;
import elmtable.block.Property;
import elmtable.block.ValuesTable;
import elmtable.language.BlockKind;
import elmtable.project.Environments;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.TypedSecrets;
import elmtable.project.entry.NamedBlock;
import elmtable.server.message.EnvironmentMessages.EnvironmentCell;
import elmtable.server.message.EnvironmentMessages.EnvironmentColumn;
import elmtable.server.message.EnvironmentMessages.EnvironmentValue;
import elmtable.server.message.EnvironmentMessages.EnvironmentsView;
import elmtable.server.message.EnvironmentMessages.KeptValueView;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Makes of the environments one grid: names down, environments across. */
public final class EnvironmentViews {
  private static final String HIDDEN = "•••";

  private final ProjectIndex index;
  private final List<NamedBlock> environments;

  private final TypedSecrets secrets;

  private EnvironmentViews(Project project, TypedSecrets secrets) {
    this.secrets = secrets;
    this.index = project.index();
    this.environments = index.named(BlockKind.ENVIRONMENT);
  }

  /**
   * @param kept what runs published for later ones, by environment and name
   * @param secrets what was typed in
   */
  public static EnvironmentsView of(
      Project project, Map<String, Map<String, String>> kept, TypedSecrets secrets) {
    EnvironmentViews views = new EnvironmentViews(project, secrets);
    List<KeptValueView> values = new ArrayList<>();
    kept.forEach((environment, own) ->
        own.forEach((name, value) -> values.add(new KeptValueView(environment, name, value))));
    return new EnvironmentsView(
        views.environments.stream().map(EnvironmentViews::column).toList(), views.values(), values);
  }

  private static EnvironmentColumn column(NamedBlock named) {
    return new EnvironmentColumn(
        named.name(),
        named.path(),
        named.located().headerLine() + 1,
        named.block().noteText(),
        Absent.ifEmpty(like(named).orElse("")));
  }

  private static Optional<String> like(NamedBlock named) {
    return new EnvironmentBlock(named.block()).like().map(Property::written);
  }

  private List<EnvironmentValue> values() {
    Map<String, ValuesTable.Entry> first = new LinkedHashMap<>();
    for (NamedBlock named : environments) {
      Environments.entries(index, named.name()).forEach(first::putIfAbsent);
    }
    return first.values().stream().map(this::value).toList();
  }

  private EnvironmentValue value(ValuesTable.Entry entry) {
    List<EnvironmentCell> cells =
        environments.stream().map(named -> cell(named, entry.key(), entry.secret())).toList();
    return new EnvironmentValue(entry.name(), entry.secret(), entry.note(), cells);
  }

  private EnvironmentCell cell(NamedBlock named, String key, boolean secret) {
    Set<String> seen = new HashSet<>();
    Optional<NamedBlock> each = Optional.of(named);
    while (each.isPresent() && seen.add(Names.key(each.get().name()))) {
      NamedBlock from = each.get();
      Optional<ValuesTable.Entry> own =
          new EnvironmentBlock(from.block())
              .values().entries().stream().filter(entry -> entry.key().equals(key)).findFirst();
      String origin = from == named ? null : from.name();
      boolean refers = own.filter(entry -> entry.value().hasReferences()).isPresent();
      if (secret && !refers && secrets.find(from.name(), key).isPresent()) {
        return new EnvironmentCell(HIDDEN, origin, true);
      }
      if (own.isPresent()) {
        boolean hidden = secret && !refers && !own.get().value().isBlank();
        return new EnvironmentCell(hidden ? HIDDEN : own.get().value().source(), origin, null);
      }
      each = like(from).flatMap(like -> index.named(BlockKind.ENVIRONMENT, like));
    }
    return new EnvironmentCell(null, null, null);
  }
}
