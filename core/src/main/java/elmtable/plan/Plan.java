package elmtable.plan;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Spliterator;
import java.util.Spliterators;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;

/**
 * What a selection expands to. It holds no executable case: they are made, from rows read anew,
 * when they are asked for.
 *
 * @param cases every case of the project in order, those that are out with the reason
 * @param environments the environments chosen
 * @param browsers the browsers chosen; a case may name others of its own
 */
public record Plan(List<CasePlan> cases, List<String> environments, List<String> browsers) {
  public Plan {
    cases = List.copyOf(cases);
    environments = List.copyOf(environments);
    browsers = List.copyOf(browsers);
  }

  /** The environments for people. */
  public String environment() {
    return String.join(", ", environments);
  }

  public String browser() {
    return String.join(", ", browsers);
  }

  public long count() {
    return cases.stream().mapToLong(CasePlan::count).sum();
  }

  /**
   * The executable cases in the order in which they stand. To be closed where it is not read to its
   * end.
   */
  public Stream<ExecutableCase> executables() {
    return cases.stream()
        .flatMap(plan -> {
          Expansion expansion = plan.expansion();
          return stream(expansion).onClose(expansion::close);
        });
  }

  private static Stream<ExecutableCase> stream(Iterator<ExecutableCase> all) {
    return StreamSupport.stream(
        Spliterators.spliteratorUnknownSize(all, Spliterator.ORDERED | Spliterator.NONNULL), false);
  }

  /** Some of the executable cases; whole cases before them are counted and not expanded. */
  public List<ExecutableCase> page(long offset, int limit) {
    List<ExecutableCase> page = new ArrayList<>();
    long left = offset;
    for (CasePlan plan : cases) {
      if (page.size() == limit) {
        break;
      }
      long count = left > 0 ? plan.count() : 0;
      if (count > 0 && count <= left) {
        left -= count;
        continue;
      }
      page.addAll(plan.page(left, limit - page.size()));
      left = 0;
    }
    return page;
  }
}
