package keepshelf.desktop;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.concurrent.TimeUnit;

/**
 * How large text is drawn: as the system says, or as a person has chosen here. Windows and macOS
 * tell the toolkit themselves; under Linux it is told before it starts.
 */
final class TextScale {
  /** The setting of one's own, in per cent. */
  static final String SETTING = "scale";

  /** What can be chosen, in per cent. */
  static final int[] CHOICES = {100, 125, 150, 175, 200};

  private static final String GTK = "glass.gtk.uiScale";

  private TextScale() {}

  /** Whether this system leaves the scale to the program; elsewhere it is set for all windows. */
  static boolean isOurs() {
    return System.getProperty("os.name").toLowerCase(Locale.ROOT).contains("linux");
  }

  /** Tells the toolkit, which must not have been started yet. */
  static void follow(Settings settings) {
    if (System.getProperty(GTK) != null || !isOurs()) {
      return;
    }
    double own = settings.number(SETTING, 0) / 100;
    double scale = own > 0 ? clamped(own) : ofSystem(System.getenv(), asked());
    if (scale != 1) {
      System.setProperty(GTK, Math.round(scale * 100) + "%");
    }
  }

  /**
   * The scale that the system wants, 1 to 2.
   *
   * @param environment its variables
   * @param desktop what the desktop's own settings say, as text, or empty
   */
  static double ofSystem(Map<String, String> environment, String desktop) {
    double whole = number(environment.get("GDK_SCALE")).orElse(1);
    double text = number(environment.get("GDK_DPI_SCALE")).orElse(number(desktop).orElse(1));
    return clamped(whole * text);
  }

  private static double clamped(double scale) {
    return Math.clamp(scale, 1, 2);
  }

  private static OptionalDouble number(String text) {
    try {
      double v = text == null ? 0 : Double.parseDouble(text.strip());
      return v > 0 && v < 100 ? OptionalDouble.of(v) : OptionalDouble.empty();
    } catch (NumberFormatException e) {
      return OptionalDouble.empty();
    }
  }

  /** The text scale of the desktop, where a program tells it. */
  private static String asked() {
    try {
      Process p =
          new ProcessBuilder(
                  "gsettings", "get", "org.gnome.desktop.interface", "text-scaling-factor")
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      if (!p.waitFor(500, TimeUnit.MILLISECONDS)) {
        p.destroyForcibly();
        return "";
      }
      return new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      return "";
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return "";
    }
  }
}
