package elmtable.server.command;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.Configurator;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.ConsoleAppender;
import ch.qos.logback.core.spi.ContextAwareBase;
import org.slf4j.Logger;

/**
 * Sets logging up: our own from INFO, others' from WARN, one line each to the error stream. In code
 * rather than XML, as reading XML takes a tenth of the whole start.
 */
public final class LogToErrors extends ContextAwareBase implements Configurator {
  @Override
  public ExecutionStatus configure(LoggerContext context) {
    PatternLayoutEncoder encoder = new PatternLayoutEncoder();
    encoder.setContext(context);
    encoder.setPattern("%d{HH:mm:ss} %-5level %logger{0}: %msg%n%ex{8}");
    encoder.start();
    ConsoleAppender<ILoggingEvent> errors = new ConsoleAppender<>();
    errors.setContext(context);
    errors.setTarget("System.err");
    errors.setEncoder(encoder);
    errors.start();
    context.getLogger(Logger.ROOT_LOGGER_NAME).setLevel(Level.WARN);
    context.getLogger(Logger.ROOT_LOGGER_NAME).addAppender(errors);
    context.getLogger("elmtable").setLevel(Level.INFO);
    // What it says of a damaged file is told in our words, with the place.
    context.getLogger("org.apache.poi").setLevel(Level.OFF);
    return ExecutionStatus.DO_NOT_INVOKE_NEXT_IF_ANY;
  }
}
