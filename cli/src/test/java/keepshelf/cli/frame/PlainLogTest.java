package keepshelf.cli.frame;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.Configurator;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.LoggingEvent;
import ch.qos.logback.core.ConsoleAppender;
import java.nio.charset.StandardCharsets;
import java.util.ServiceLoader;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.slf4j.Logger;

/** The log of a command: a line for each error, without what only developers read. */
class PlainLogTest {
  private final LoggerContext context = new LoggerContext();

  @AfterEach
  void notAskedFor() {
    System.clearProperty("keepshelf.log.plain");
  }

  @Test
  void isFoundAsAServiceAndLeavesOthersAloneUnlessAskedFor() {
    PlainLog log =
        ServiceLoader.load(Configurator.class).stream()
            .map(ServiceLoader.Provider::get)
            .filter(PlainLog.class::isInstance)
            .map(PlainLog.class::cast)
            .findFirst()
            .orElseThrow();
    log.setContext(context);
    assertThat(log.configure(context)).isEqualTo(Configurator.ExecutionStatus.INVOKE_NEXT_IF_ANY);
    assertThat(context.getLogger(Logger.ROOT_LOGGER_NAME).iteratorForAppenders().hasNext())
        .isFalse();
  }

  @Test
  void anErrorIsALineWithoutAStackTrace() {
    PlainLog.use();
    PlainLog set = new PlainLog();
    set.setContext(context);
    assertThat(set.configure(context))
        .isEqualTo(Configurator.ExecutionStatus.DO_NOT_INVOKE_NEXT_IF_ANY);
    ch.qos.logback.classic.Logger log = context.getLogger("keepshelf.core.store.Rope");
    assertThat(log.isErrorEnabled()).isTrue();
    assertThat(log.isWarnEnabled()).isFalse();
    var out =
        (ConsoleAppender<ILoggingEvent>)
            context.getLogger(Logger.ROOT_LOGGER_NAME).getAppender("errors");
    assertThat(out.isStarted()).isTrue();
    assertThat(out.getTarget()).isEqualTo("System.err");
    LoggingEvent event =
        new LoggingEvent(
            "",
            log,
            Level.ERROR,
            "the catalogue is {}",
            new IllegalStateException(),
            new Object[] {"damaged"});
    assertThat(new String(out.getEncoder().encode(event), StandardCharsets.UTF_8))
        .isEqualTo("ERROR Rope: the catalogue is damaged" + System.lineSeparator());
  }
}
