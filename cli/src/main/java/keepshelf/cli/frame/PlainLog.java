package keepshelf.cli.frame;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.Configurator;
import ch.qos.logback.classic.spi.ConfiguratorRank;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.ConsoleAppender;
import ch.qos.logback.core.spi.ContextAwareBase;

/**
 * What the command line logs: errors, in a line each, to standard error; more with the variable
 * {@code KEEPSHELF_LOG}. Set up here rather than by a file, whose reading took some 20 ms of each
 * start. Found by the logging library as a service, and used where it was asked for.
 */
@ConfiguratorRank(ConfiguratorRank.CUSTOM_HIGH_PRIORITY)
public final class PlainLog extends ContextAwareBase implements Configurator {
  private static final String ASKED = "keepshelf.log.plain";

  /** For the service loader. */
  public PlainLog() {
    super();
  }

  /** From now on the log of this process is set up so, unless it is set up already. */
  public static void use() {
    System.setProperty(ASKED, "true");
  }

  @Override
  public ExecutionStatus configure(LoggerContext context) {
    if (!Boolean.getBoolean(ASKED)) {
      return ExecutionStatus.INVOKE_NEXT_IF_ANY;
    }
    PatternLayoutEncoder encoder = new PatternLayoutEncoder();
    encoder.setContext(context);
    encoder.setPattern("%level %logger{0}: %msg%n%nopex");
    encoder.start();
    ConsoleAppender<ILoggingEvent> out = new ConsoleAppender<>();
    out.setContext(context);
    out.setName("errors");
    out.setTarget("System.err");
    out.setEncoder(encoder);
    out.start();
    String wished = System.getenv("KEEPSHELF_LOG");
    Logger root = context.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
    root.setLevel(Level.toLevel(wished, Level.ERROR));
    root.addAppender(out);
    context.getLogger("org.flywaydb").setLevel(Level.ERROR);
    return ExecutionStatus.DO_NOT_INVOKE_NEXT_IF_ANY;
  }
}
