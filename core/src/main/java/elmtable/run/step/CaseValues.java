package elmtable.run.step;

import elmtable.block.ValuesTable;
import elmtable.browser.Credentials;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.SecretWatch;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.plan.ExecutableCase;
import elmtable.project.CaseRow;
import elmtable.project.Environments;
import elmtable.text.Names;
import elmtable.text.Origins;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;

/** The values of one executable case: its row's, its suite's and its environment's. */
public final class CaseValues {
  private final EvaluationContext context;
  private final Map<String, Value> environment;
  private final Map<String, Value> run;
  private final Map<String, Value> suite = new LinkedHashMap<>();
  private final Map<Class<?>, Object> ofKeywords = new HashMap<>();
  private final PublishedValues published;
  private final ExecutableCase executable;
  private final FixtureValues fixtures = new FixtureValues();
  private final Optional<Credentials> credentials;
  private Map<String, Value> row = Map.of();

  public CaseValues(
      EvaluationContext context,
      Map<String, Value> environment,
      Map<String, Value> run,
      PublishedValues published,
      ExecutableCase executable) {
    this.context = context;
    this.environment = environment;
    this.run = run;
    this.published = published;
    this.executable = executable;
    this.credentials =
        ofEnvironment(Environments.HTTP_USER)
            .flatMap(user ->
                ofEnvironment(Environments.HTTP_PASSWORD)
                    .map(password -> new Credentials(user.text(), password.text(), origins())));
  }

  /** Of the sites that the environment names. */
  private Set<String> origins() {
    return environment.values().stream()
        .flatMap(value -> Origins.of(value.text()).stream())
        .collect(Collectors.toSet());
  }

  private Optional<Value> ofEnvironment(String name) {
    return Optional.ofNullable(environment.get(Names.key(name)));
  }

  /** What keywords keep from one step to the next. */
  <T> T ofCase(Class<T> kind, Supplier<T> first) {
    return kind.cast(ofKeywords.computeIfAbsent(kind, k -> first.get()));
  }

  void publish(String name, Value value, boolean keep) {
    published.publish(executable, name, value, keep);
  }

  /** Works out the values of its suite and its row, each of which may use those before it. */
  public void addOwn(SecretWatch secrets) {
    Evaluator evaluator = new Evaluator(ofCase(), context);
    for (ValuesTable.Entry entry :
        executable.entry().ofSuite().map(own -> own.values().entries()).orElse(List.of())) {
      Value value = evaluator.value(entry.value());
      if (entry.secret()) {
        secrets.secret(value);
      }
      suite.put(Names.key(entry.name()), value);
    }
    executable.row().ifPresent(own -> row = valuesOf(own, evaluator));
  }

  private Map<String, Value> valuesOf(CaseRow own, Evaluator evaluator) {
    boolean plain = executable.entry().block().isScenario();
    Map<String, Value> values = new LinkedHashMap<>();
    for (int i = 0; i < own.columns().size(); i++) {
      values.put(
          Names.key(own.columns().get(i)), evaluator.value(plain ? own.plainCell(i) : own.cell(i)));
    }
    return values;
  }

  /** What the fixtures gave that the case asks for. */
  public FixtureValues fixtures() {
    return fixtures;
  }

  /** The values of the environment by the keys of their names. */
  public Map<String, Value> environment() {
    return environment;
  }

  public EvaluationContext context() {
    return context;
  }

  Optional<Value> baseAddress() {
    return ofEnvironment(Environments.BASE_ADDRESS);
  }

  /** What answers the environment's sites where they ask for basic authentication. */
  public Optional<Credentials> credentials() {
    return credentials;
  }

  /** What a case's own steps see, without results that they kept. */
  public ValueLookup ofCase() {
    return path -> {
      if (path.size() > 1) {
        return place(path).or(() -> fixtures.find(path));
      }
      String name = Names.key(path.get(0));
      return Optional.ofNullable(row.get(name))
          .or(() -> fixtures.find(path))
          .or(() -> Optional.ofNullable(suite.get(name)))
          .or(() -> Optional.ofNullable(environment.get(name)))
          .or(() -> published.find(executable, name));
    };
  }

  /** What a keyword's steps see beside their own: the environment and the run, by their places. */
  ValueLookup ofKeyword() {
    return path ->
        path.size() > 1 && !Names.key(path.get(0)).equals("row") ? place(path) : Optional.empty();
  }

  /** What a hook's steps see beside what they surround: the environment and the run. */
  ValueLookup ofHook() {
    return path ->
        path.size() > 1
            ? ofKeyword().find(path)
            : Optional.ofNullable(environment.get(Names.key(path.get(0))));
  }

  private Optional<Value> place(List<String> path) {
    String name = Names.key(path.get(1));
    return switch (Names.key(path.get(0))) {
      case "row" -> Optional.ofNullable(row.get(name));
      case "env" -> Optional.ofNullable(environment.get(name));
      case "shared" -> published.find(executable, name);
      case "run" -> Optional.ofNullable(run.get(name));
      case "os" -> Optional.ofNullable(System.getenv(path.get(1))).map(Value::of);
      default -> Optional.empty();
    };
  }
}
