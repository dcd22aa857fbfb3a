package elmtable.report;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.Waiting;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.apache.commons.codec.digest.MurmurHash3;

/**
 * Groups of failures with one cause. Two belong together where they say the same, but for numbers
 * and values of their rows, and wanted or found the same; a case that waited for another one
 * belongs to the other's.
 */
public final class Findings {
  /** Shorter ones stand in many texts by chance. */
  private static final int SHORTEST_VALUE = 3;

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
    List<List<NotPassed>> groups = new ArrayList<>();
    Map<String, List<NotPassed>> byTrait = new HashMap<>();
    for (NotPassed one : cases) {
      if (earlier(one).isEmpty()) {
        join(one, groups, byTrait);
      }
    }
    addWaiting(cases, groups);
    groups.sort(
        Comparator.comparingInt((List<NotPassed> group) -> -group.size())
            .thenComparingInt(group -> group.get(0).number()));
    Map<String, Integer> times = new HashMap<>();
    return groups.stream()
        .map(group -> {
          String key = key(group);
          int time = times.merge(key, 1, Integer::sum);
          return new Finding(time == 1 ? key : key + "-" + time, group);
        })
        .toList();
  }

  private static Optional<String> earlier(NotPassed one) {
    return one.outcome() == Outcome.BLOCKED ? Waiting.earlier(one.failure()) : Optional.empty();
  }

  /** Puts a case into the group that has one of its traits, which become one where several have. */
  private static void join(
      NotPassed one, List<List<NotPassed>> groups, Map<String, List<NotPassed>> byTrait) {
    List<String> traits = traits(one);
    List<NotPassed> group = null;
    for (String trait : traits) {
      List<NotPassed> other = byTrait.get(trait);
      if (group == null) {
        group = other;
      } else if (other != null && other != group) {
        group.addAll(other);
        group.sort(Comparator.comparingInt(NotPassed::number));
        groups.removeIf(known -> known == other);
        for (NotPassed moved : other) {
          for (String its : traits(moved)) {
            byTrait.put(its, group);
          }
        }
      }
    }
    if (group == null) {
      group = new ArrayList<>();
      groups.add(group);
    }
    group.add(one);
    for (String trait : traits) {
      byTrait.put(trait, group);
    }
  }

  /** What one waited for may have waited itself. */
  private static void addWaiting(List<NotPassed> cases, List<List<NotPassed>> groups) {
    Map<String, List<NotPassed>> byName = new HashMap<>();
    groups.forEach(group -> group.forEach(one -> byName.putIfAbsent(one.name(), group)));
    List<NotPassed> left =
        new ArrayList<>(cases.stream().filter(one -> earlier(one).isPresent()).toList());
    while (!left.isEmpty()) {
      boolean found =
          left.removeIf(one -> {
            List<NotPassed> group = byName.get(earlier(one).orElseThrow());
            if (group != null) {
              group.add(one);
              byName.putIfAbsent(one.name(), group);
            }
            return group != null;
          });
      if (!found) {
        List<NotPassed> group = new ArrayList<>(List.of(left.remove(0)));
        groups.add(group);
        byName.putIfAbsent(group.get(0).name(), group);
      }
    }
  }

  private static List<String> traits(NotPassed one) {
    Failure failure = one.failure();
    String message = one.outcome().word() + "\n" + pattern(failure.message(), one);
    List<String> traits = new ArrayList<>();
    if (failure.wanted() != null) {
      traits.add(message + "\nwanted " + pattern(failure.wanted(), one));
    }
    if (failure.found() != null) {
      traits.add(message + "\nfound " + pattern(failure.found(), one));
    }
    return traits.isEmpty() ? List.of(message) : traits;
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
    return pattern.replaceAll("\\d+", "#").replaceAll("\\s+", " ").strip();
  }

  /** A digest of what all of the group have in common. */
  private static String key(List<NotPassed> group) {
    TreeSet<String> common = new TreeSet<>(traits(group.get(0)));
    for (NotPassed one : group) {
      if (earlier(one).isEmpty()) {
        common.retainAll(traits(one));
      }
    }
    NotPassed first = group.get(0);
    String message = first.outcome().word() + "\n" + pattern(first.failure().message(), first);
    String all = common.isEmpty() ? message : common.stream().collect(Collectors.joining("\n"));
    long digest = MurmurHash3.hash128x64(all.getBytes(StandardCharsets.UTF_8))[0];
    return Long.toHexString(digest);
  }
}
