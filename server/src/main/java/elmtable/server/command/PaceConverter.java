package elmtable.server.command;

import elmtable.language.Durations;
import java.time.Duration;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** Reads a time as projects write it. */
final class PaceConverter implements ITypeConverter<Duration> {
  @Override
  public Duration convert(String written) {
    return Durations.read(written)
        .orElseThrow(() ->
            new TypeConversionException(
                "“" + written + "” is not a time; write it as 500ms or 2s."));
  }
}
