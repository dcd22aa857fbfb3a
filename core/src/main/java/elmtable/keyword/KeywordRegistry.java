package elmtable.keyword;

import elmtable.browser.Target;
import elmtable.formula.Kind;
import elmtable.formula.Value;
import elmtable.text.Names;
import java.lang.reflect.Method;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** All keywords that are Java methods, by name. */
public final class KeywordRegistry {
  /** Hands out a composed keyword's results; it takes what its keyword gives and ends the body. */
  public static final String GIVE = "give";

  private final Map<String, MethodKeyword> byName = new LinkedHashMap<>();

  private KeywordRegistry() {}

  /** The annotated methods of some objects. Two with one name are an error of their author. */
  public static KeywordRegistry of(Collection<?> owners) {
    KeywordRegistry registry = new KeywordRegistry();
    owners.forEach(registry::add);
    return registry;
  }

  /** These, and the annotated methods of one more object. */
  public KeywordRegistry with(Object owner) {
    KeywordRegistry more = new KeywordRegistry();
    more.byName.putAll(byName);
    more.add(owner);
    return more;
  }

  public Optional<MethodKeyword> find(String name) {
    return Optional.ofNullable(byName.get(Names.key(name)));
  }

  public Collection<MethodKeyword> all() {
    return byName.values();
  }

  private void add(Object owner) {
    Group group = owner.getClass().getAnnotation(Group.class);
    Method[] methods = owner.getClass().getMethods();
    // The order of methods in a class file is not promised, so names decide.
    Arrays.sort(methods, Comparator.comparing(Method::getName));
    for (Method method : methods) {
      Keyword keyword = method.getAnnotation(Keyword.class);
      if (keyword != null) {
        Signature signature =
            signature(keyword, group == null ? "Extension" : group.value(), method);
        if (byName.put(Names.key(signature.name()), new MethodKeyword(signature, owner, method))
            != null) {
          throw new IllegalArgumentException(
              "Two keywords have the name “" + signature.name() + "”.");
        }
      }
    }
  }

  private static Signature signature(Keyword keyword, String group, Method method) {
    List<Parameter> takes = new ArrayList<>();
    for (int i = 1; i < method.getParameterCount(); i++) {
      Param as = method.getParameters()[i].getAnnotation(Param.class);
      if (as == null) {
        throw new IllegalArgumentException("Parameter " + i + " of " + method + " lacks @Param.");
      }
      Kind kind =
          as.choices().length > 0
              ? new Kind(Kind.Type.CHOICE, List.of(as.choices()))
              : Kind.of(type(method.getParameterTypes()[i]));
      takes.add(new Parameter(as.name(), kind, as.fallback(), as.optional(), as.note()));
    }
    List<Output> gives = Arrays.stream(keyword.gives()).map(KeywordRegistry::output).toList();
    return new Signature(keyword.name(), group, keyword.note(), List.of(), takes, gives);
  }

  private static Output output(String written) {
    int colon = written.indexOf(':');
    int comma = written.indexOf(',', colon);
    String kind = written.substring(colon + 1, comma < 0 ? written.length() : comma).strip();
    String note = comma < 0 ? "" : written.substring(comma + 1).strip();
    return new Output(written.substring(0, colon), Kind.read(kind).orElseThrow(), note);
  }

  private static Kind.Type type(Class<?> java) {
    if (java == BigDecimal.class) {
      return Kind.Type.NUMBER;
    } else if (java == boolean.class) {
      return Kind.Type.YES_NO;
    } else if (java == LocalDate.class) {
      return Kind.Type.DATE;
    } else if (java == Target.class) {
      return Kind.Type.ELEMENT;
    } else if (java == PageArgument.class) {
      return Kind.Type.PAGE;
    } else if (java == FormulaArgument.class) {
      return Kind.Type.FORMULA;
    } else if (java == Path.class) {
      return Kind.Type.FILE;
    } else if (java == List.class) {
      return Kind.Type.LIST;
    } else if (Value.class.isAssignableFrom(java)) {
      return Kind.Type.TABLE;
    }
    return Kind.Type.TEXT;
  }
}
