package keepshelf.desktop.facts;

import java.io.IOException;
import java.util.Locale;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.analyse.EnvironmentFacts;

/** What an environment light holds, measured when it is first looked at. */
public final class LightFactsBox extends VBox {
  /** Of an item; {@code measuring} reads in the background. */
  public LightFactsBox(ShelvedItem s, Shelf shelf, Measuring measuring) {
    super(2);

    getChildren().add(Kit.label(Words.of("light.measuring"), "second"));
    measuring.measure(
        () -> {
          try {
            return shelf.previews().lightFacts(s);
          } catch (IOException e) {
            return null;
          }
        },
        this::show);
  }

  private void show(EnvironmentFacts f) {
    getChildren().clear();
    if (f == null) {
      say("light.unreadable");
      return;
    }
    say("light.stops", number(f.stops()));
    if (f.sun() == null) {
      say("light.soft");
    } else {
      double a = f.sun().azimuthDegrees();
      say(
          a < 0 ? "light.sun.left" : "light.sun.right",
          Math.round(Math.abs(a)),
          Math.round(f.sun().elevationDegrees()),
          Math.round(f.sun().share() * 100));
    }
    if (f.horizonDegrees() == null) {
      say("light.nohorizon");
    } else {
      say("light.horizon", Math.round(f.horizonDegrees()));
    }
    say("light.sky", Math.round(f.skyShare() * 100));
  }

  private void say(String key, Object... values) {
    getChildren().add(Kit.wrapped(Words.of(key, values), "second"));
  }

  private static String number(double v) {
    return String.format(Locale.ROOT, "%.1f", v);
  }
}
