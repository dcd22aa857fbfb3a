package elmtable.report;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.Waiting;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.apache.commons.codec.digest.MurmurHash3;

/**
 * Groups of failures with one cause. Two belong together where they say the same, but for numbers
 * and values of their rows, and wanted or found the same; a case that waited for another one
 * belongs to the other's.
 */
public final class Findings {
  /** Shorter ones stand in many texts by chance. */
  private static final int SHORTEST_VALUE = 3;

  private static final Pattern NUMBER = Pattern.compile("\\d+");
  private static final Pattern BLANKS = Pattern.compile("\\s+");

  private Findings() {}

  /**
   * A case that failed, was an error or was blocked.
   *
   * @param values of its row
   */
  public record NotPassed(
      int number, String name, Outcome outcome, Failure failure, Map<String, String> values) {}

  /**
   * One group.
   *
   * @param key the same for the same cause in another run
   * @param cases the first one shows the cause; those that only waited for them stand behind
   */
  public record Finding(String key, List<NotPassed> cases) {
    public Finding {
      cases = List.copyOf(cases);
    }

    public NotPassed first() {
      return cases.get(0);
    }

    /** The values that all cases with rows share, where there are several, by column. */
    public Map<String, String> shared() {
      List<NotPassed> own = cases.stream().filter(one -> one.outcome() != Outcome.BLOCKED).toList();
      Map<String, String> shared = new LinkedHashMap<>();
      if (own.size() > 1) {
        shared.putAll(own.get(0).values());
        own.forEach(one -> shared.entrySet().retainAll(one.values().entrySet()));
      }
      return shared;
    }
  }

  /** The groups, those with most cases first. */
  public static List<Finding> of(List<NotPassed> cases) {
    List<Group> groups = byTraits(cases.stream().filter(one -> earlier(one).isEmpty()).toList());
    addWaiting(cases.stream().filter(one -> earlier(one).isPresent()).toList(), groups);
    groups.sort(
        Comparator.comparingInt((Group group) -> -group.cases.size())
            .thenComparingInt(group -> group.cases.get(0).number()));
    Map<String, Integer> times = new HashMap<>();
    return groups.stream()
        .map(group -> {
          String key = group.key();
          int time = times.merge(key, 1, Integer::sum);
          return new Finding(time == 1 ? key : key + "-" + time, group.cases);
        })
        .toList();
  }

  private static Optional<String> earlier(NotPassed one) {
    return one.outcome() == Outcome.BLOCKED ? Waiting.earlier(one.failure()) : Optional.empty();
  }

  /** Cases that have traits in common, perhaps by way of others. */
  private static final class Group {
    private final List<NotPassed> cases = new ArrayList<>();
    private final Set<String> traits = new TreeSet<>();

    /** Those that all of them have. */
    private final Set<String> common;

    private Group(NotPassed first) {
      cases.add(first);
      traits.addAll(traits(first));
      common = new TreeSet<>(traits);
    }

    private void take(Group other) {
      cases.addAll(other.cases);
      traits.addAll(other.traits);
      common.retainAll(other.common);
    }

    /** A digest of what all of them have in common. */
    private String key() {
      NotPassed first = cases.get(0);
      String all = common.isEmpty() ? message(first) : String.join("\n", common);
      return Long.toHexString(MurmurHash3.hash128x64(all.getBytes(StandardCharsets.UTF_8))[0]);
    }
  }

  private static List<Group> byTraits(List<NotPassed> cases) {
    Map<String, Group> byTrait = new HashMap<>();
    for (NotPassed one : cases) {
      Group joined = new Group(one);
      Set<Group> known = new LinkedHashSet<>();
      joined.traits.stream().map(byTrait::get).filter(Objects::nonNull).forEach(known::add);
      for (Group other : known) {
        joined = joined(other, joined, byTrait);
      }
      for (String trait : traits(one)) {
        byTrait.put(trait, joined);
      }
    }
    List<Group> groups = new ArrayList<>(new LinkedHashSet<>(byTrait.values()));
    groups.forEach(group -> group.cases.sort(Comparator.comparingInt(NotPassed::number)));
    return groups;
  }

  /** The larger one with the cases of the other. */
  private static Group joined(Group a, Group b, Map<String, Group> byTrait) {
    Group larger = a.cases.size() >= b.cases.size() ? a : b;
    Group smaller = larger == a ? b : a;
    larger.take(smaller);
    smaller.traits.forEach(trait -> byTrait.put(trait, larger));
    return larger;
  }

  /** What one waited for may have waited itself. */
  private static void addWaiting(List<NotPassed> waiting, List<Group> groups) {
    Map<String, Group> byName = new HashMap<>();
    groups.forEach(group -> group.cases.forEach(one -> byName.putIfAbsent(one.name(), group)));
    List<NotPassed> left = new ArrayList<>(waiting);
    while (!left.isEmpty()) {
      boolean found =
          left.removeIf(one -> {
            Group group = byName.get(earlier(one).orElseThrow());
            if (group != null) {
              group.cases.add(one);
              byName.putIfAbsent(one.name(), group);
            }
            return group != null;
          });
      if (!found) {
        Group group = new Group(left.remove(0));
        groups.add(group);
        byName.putIfAbsent(group.cases.get(0).name(), group);
      }
    }
  }

  private static List<String> traits(NotPassed one) {
    Failure failure = one.failure();
    String message = message(one);
    List<String> traits = new ArrayList<>();
    if (failure.wanted() != null) {
      traits.add(message + "\nwanted " + pattern(failure.wanted(), one));
    }
    if (failure.found() != null) {
      traits.add(message + "\nfound " + pattern(failure.found(), one));
    }
    return traits.isEmpty() ? List.of(message) : traits;
  }

  private static String message(NotPassed one) {
    return one.outcome().word() + "\n" + pattern(one.failure().message(), one);
  }

  /** A text without what differs from row to row. */
  private static String pattern(String text, NotPassed one) {
    String pattern = text;
    List<Map.Entry<String, String>> longestFirst =
        one.values().entrySet().stream()
            .filter(value -> value.getValue().length() >= SHORTEST_VALUE)
            .sorted(
                Comparator.comparingInt(
                    (Map.Entry<String, String> value) -> -value.getValue().length()))
            .toList();
    for (Map.Entry<String, String> value : longestFirst) {
      pattern = pattern.replace(value.getValue(), "<" + value.getKey() + ">");
    }
    String plain = NUMBER.matcher(pattern).replaceAll("#");
    return BLANKS.matcher(plain).replaceAll(" ").strip();
  }
}
