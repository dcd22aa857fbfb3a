package elmtable.server.message;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/** All that the interface gets and sends. */
public final class Messages {
  private static final List<Class<?>> TOPICS =
      List.of(
          BlockMessages.class,
          DataMessages.class,
          DocumentMessages.class,
          EnvironmentMessages.class,
          FixtureMessages.class,
          IntakeMessages.class,
          KeywordMessages.class,
          LiveMessages.class,
          PageMessages.class,
          PlanMessages.class,
          ProjectMessages.class,
          RefactoringMessages.class,
          RunMessages.class,
          SheetMessages.class);

  private Messages() {}

  /** The records and interfaces of all topics. */
  public static Stream<Class<?>> all() {
    return TOPICS.stream().flatMap(topic -> Arrays.stream(topic.getDeclaredClasses()));
  }

  /** Whether a class is one of these, or stands in one. */
  public static boolean has(Class<?> type) {
    return type.getPackage() == Messages.class.getPackage();
  }
}
