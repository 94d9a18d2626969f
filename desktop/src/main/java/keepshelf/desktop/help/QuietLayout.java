package keepshelf.desktop.help;

import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.IThrowableProxy;
import ch.qos.logback.classic.spi.StackTraceElementProxy;
import ch.qos.logback.core.LayoutBase;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;

/**
 * Lines of the log that can be shown to anybody: when, where and what kind of trouble, but neither
 * paths nor names, for the values of a message and the texts of errors are left out.
 */
public final class QuietLayout extends LayoutBase<ILoggingEvent> {
  private static final DateTimeFormatter TIME =
      DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss").withZone(ZoneOffset.UTC);

  /** Lines of a stack that say where it happened. */
  private static final int FRAMES = 12;

  @Override
  public String doLayout(ILoggingEvent e) {
    String logger = e.getLoggerName();
    StringBuilder out = new StringBuilder();
    out.append(TIME.format(e.getInstant()))
        .append(' ')
        .append(e.getLevel())
        .append(' ')
        .append(logger.substring(logger.lastIndexOf('.') + 1))
        .append(": ")
        // The message as it stands in the program, its places for values empty.
        .append(e.getMessage())
        .append('\n');
    for (IThrowableProxy t = e.getThrowableProxy(); t != null; t = t.getCause()) {
      out.append("  ").append(t.getClassName()).append('\n');
      StackTraceElementProxy[] stack = t.getStackTraceElementProxyArray();
      for (int i = 0; i < Math.min(FRAMES, stack.length); i++) {
        out.append("    ").append(stack[i].getSTEAsString()).append('\n');
      }
    }
    return out.toString();
  }
}
