package keepshelf.core.finish;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.Overlay;
import keepshelf.core.catalogue.setup.Overlay.Target;
import keepshelf.core.model.Length;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Overlays as text: {@code drip_streaks; tile 0.8 m; turn 90; amount 0.6; roughness, colour
 * #223344}. A map other than the item's mask is said behind a slash: {@code slate_shingle/height}.
 */
public final class OverlayText {
  private OverlayText() {}

  /** The overlay at a place (from 0) of a finish; empty when there is none. */
  static String read(Finish f, int place) {
    if (place >= f.laid().size()) {
      return "";
    }
    return of(f.laid().get(place));
  }

  /** An overlay as text. */
  public static String of(Overlay o) {
    StringBuilder b = new StringBuilder(o.item());
    if (o.role() != null) {
      b.append('/').append(o.role().id());
    }
    if (o.tileMetres() != null) {
      b.append("; tile ").append(FinishSetting.number(o.tileMetres(), " m"));
    }
    if (o.turnDegrees() != 0) {
      b.append("; turn ").append(o.turnDegrees());
    }
    b.append("; amount ").append(FinishSetting.number(o.amount(), "")).append("; ");
    b.append(
        o.changes().stream()
            .map(t -> t == Target.COLOUR && o.colour() != null ? "colour " + o.colour() : t.id())
            .collect(Collectors.joining(", ")));
    return b.toString();
  }

  /**
   * {@code f}'s overlays with the one at a place as {@code text} says; none there when it is empty.
   *
   * @throws IllegalArgumentException when the text makes no sense
   */
  static @Nullable List<Overlay> write(Finish f, int place, String text) {
    List<Overlay> all = new ArrayList<>(f.laid());
    if (text.isEmpty()) {
      if (place < all.size()) {
        all.remove(place);
      }
    } else if (place < all.size()) {
      all.set(place, overlay(text));
    } else {
      all.add(overlay(text));
    }
    return all.isEmpty() ? null : all;
  }

  private static Overlay overlay(String text) {
    String[] parts = text.split(";");
    String[] named = parts[0].strip().split("/", 2);
    Overlay o = Overlay.of(named[0].strip());
    MapRole role =
        named.length < 2
            ? null
            : MapRole.ofId(named[1].strip().toLowerCase(Locale.ROOT)).orElseThrow(OverlayText::no);
    if (o.item().isEmpty() || role != null && !Finishing.canInvert(role)) {
      throw no();
    }
    o = with(o, role, null, 0, o.amount(), o.changes(), null);
    for (int i = 1; i < parts.length; i++) {
      String p = parts[i].strip();
      int space = p.indexOf(' ');
      String word = space < 0 ? p : p.substring(0, space);
      String value = space < 0 ? "" : p.substring(space + 1).strip();
      o =
          switch (word) {
            case "tile" ->
                with(o, role, tile(value), o.turnDegrees(), o.amount(), o.changes(), o.colour());
            case "turn" ->
                with(o, role, o.tileMetres(), turn(value), o.amount(), o.changes(), o.colour());
            case "amount" ->
                with(
                    o,
                    role,
                    o.tileMetres(),
                    o.turnDegrees(),
                    amount(value),
                    o.changes(),
                    o.colour());
            case "" -> o;
            default -> changing(o, p);
          };
    }
    return o;
  }

  private static Overlay with(
      Overlay o,
      @Nullable MapRole role,
      @Nullable Double tile,
      int turn,
      double amount,
      List<Target> changes,
      @Nullable String colour) {
    return new Overlay(o.item(), role, tile, turn, amount, changes, colour);
  }

  private static Overlay changing(Overlay o, String text) {
    List<Target> changes = new ArrayList<>();
    String colour = null;
    for (String part : text.split(",")) {
      String[] words = part.strip().split("\\s+");
      Target t = null;
      for (Target x : Target.values()) {
        t = x.id().equalsIgnoreCase(words[0]) ? x : t;
      }
      if (t == null || words.length > 2 || words.length == 2 && t != Target.COLOUR) {
        throw no();
      }
      if (t == Target.COLOUR) {
        if (words.length < 2 || !words[1].matches("#?[0-9a-fA-F]{6}")) {
          throw no();
        }
        colour = "#" + words[1].replace("#", "").toLowerCase(Locale.ROOT);
      }
      changes.add(t);
    }
    return with(o, o.role(), o.tileMetres(), o.turnDegrees(), o.amount(), changes, colour);
  }

  private static double tile(String text) {
    double metres = Length.metres(text, "m");
    if (!(metres > 0 && metres < 10_000)) {
      throw no();
    }
    return metres;
  }

  private static int turn(String text) {
    int degrees = Integer.parseInt(text.replace("°", "").strip());
    if (degrees % 90 != 0) {
      throw no();
    }
    return Math.floorMod(degrees, 360);
  }

  private static double amount(String text) {
    double v = Double.parseDouble(text.replace(',', '.').replace('−', '-'));
    if (!(v >= -1 && v <= 1)) {
      throw no();
    }
    return v;
  }

  private static IllegalArgumentException no() {
    return new IllegalArgumentException(Words.of("overlayText.no-overlay"));
  }
}
