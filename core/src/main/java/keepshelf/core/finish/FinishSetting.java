package keepshelf.core.finish;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.Overlay;
import keepshelf.core.model.Length;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Everything that a finish can say, read and written as text. An empty text means "as the item has
 * it". The identifiers are those of the command line and of the interface.
 */
public enum FinishSetting {
  TILE("tile", "0.4 m"),
  TURN("turn", "90"),
  RIGHT("right", "10 cm"),
  UP("up", "-5 cm"),
  RELIEF("relief", "4 mm"),
  RELIEF_FOLLOWS("relief-follows", "no"),
  HEIGHT("height", "0.2..1"),
  HEIGHT_FROM("height-from", "0.1..0.8"),
  HEIGHT_CURVE("height-curve", "0.4"),
  NORMAL("normal", "1.5"),
  ROUGHNESS("roughness", "0.3..0.9"),
  ROUGHNESS_FROM("roughness-from", "0.1..0.8"),
  ROUGHNESS_CURVE("roughness-curve", "0.4"),
  OCCLUSION("occlusion", "0.7"),
  OPACITY_THRESHOLD("opacity-threshold", "0.4"),
  EMISSION("emission", "2"),
  INVERTED("inverted", "roughness, height"),
  OVERLAY_1("overlay-1", "drip_streaks; tile 0.8 m; amount 0.6; roughness, colour #223344"),
  OVERLAY_2("overlay-2", "slate_shingle/height; turn 90; amount -0.3; roughness"),
  OVERLAY_3("overlay-3", "drip_streaks; amount 0.5; normal"),
  OVERLAY_4("overlay-4", "drip_streaks; amount 0.5; height"),
  REFLECTANCE("reflectance", "4 %"),
  IOR("ior", "1.5"),
  COAT("coat", "0.8"),
  COAT_ROUGHNESS("coat-roughness", "0.1"),
  TRANSMISSION("transmission", "0.9"),
  THIN("thin", "yes"),
  HUE("hue", "-12"),
  SATURATION("saturation", "0.8"),
  BRIGHTNESS("brightness", "1.1"),
  CONTRAST("contrast", "1.2"),
  TINT("tint", "#d8e0d0"),
  INVERT("invert", "yes");

  private final String id;
  private final String example;

  FinishSetting(String id, String example) {
    this.id = id;
    this.example = example;
  }

  /** Stable identifier. */
  public String id() {
    return id;
  }

  /** How a value of it may be written. */
  public String example() {
    return example;
  }

  /** The setting with this identifier. */
  public static Optional<FinishSetting> ofId(String id) {
    for (FinishSetting s : values()) {
      if (s.id.equalsIgnoreCase(id.strip())) {
        return Optional.of(s);
      }
    }
    return Optional.empty();
  }

  /** Its value in a finish; empty when that leaves it to the item. */
  public String read(Finish f) {
    Finish.Colour c = f.colour() == null ? Finish.Colour.NONE : f.colour();
    return switch (this) {
      case TILE -> number(f.tileMetres(), " m");
      case TURN -> number(f.turnDegrees(), "");
      case RIGHT -> number(f.rightMetres(), " m");
      case UP -> number(f.upMetres(), " m");
      case RELIEF -> number(f.reliefMillimetres(), " mm");
      case NORMAL -> number(f.normalStrength(), "");
      case RELIEF_FOLLOWS -> Boolean.TRUE.equals(f.others().reliefStays()) ? "no" : "";
      case ROUGHNESS -> Ranges.ends(f.roughness());
      case ROUGHNESS_FROM -> Ranges.from(f.roughness());
      case ROUGHNESS_CURVE -> Ranges.middle(f.roughness());
      case HEIGHT -> Ranges.ends(f.others().height());
      case HEIGHT_FROM -> Ranges.from(f.others().height());
      case HEIGHT_CURVE -> Ranges.middle(f.others().height());
      case OCCLUSION ->
          f.others().occlusion() != null && f.others().occlusion() == 0
              ? "off"
              : number(f.others().occlusion(), "");
      case OPACITY_THRESHOLD -> number(f.others().opacityThreshold(), "");
      case EMISSION -> number(f.others().emission(), "");
      case INVERTED ->
          f.others().inverted() == null
              ? ""
              : f.others().inverted().stream().map(MapRole::id).collect(Collectors.joining(", "));
      case OVERLAY_1, OVERLAY_2, OVERLAY_3, OVERLAY_4 -> OverlayText.read(f, overlay());
      case REFLECTANCE ->
          f.substance().ior() == null
              ? ""
              : number(Math.round(f.substance().reflectance() * 1e4) / 1e2, " %");
      case IOR -> number(f.substance().ior(), "");
      case COAT -> number(f.substance().coat(), "");
      case COAT_ROUGHNESS -> number(f.substance().coatRoughness(), "");
      case TRANSMISSION -> number(f.substance().transmission(), "");
      case THIN -> Boolean.TRUE.equals(f.substance().thin()) ? "yes" : "";
      case HUE -> c.hueDegrees() == 0 ? "" : number(c.hueDegrees(), "");
      case SATURATION -> factor(c.saturation());
      case BRIGHTNESS -> factor(c.brightness());
      case CONTRAST -> factor(c.contrast());
      case TINT -> c.tint() == null ? "" : c.tint();
      case INVERT -> c.invert() ? "yes" : "";
    };
  }

  private static String factor(double v) {
    return v == 1 ? "" : number(v, "");
  }

  static String number(@Nullable Double v, String unit) {
    return v == null
        ? ""
        : BigDecimal.valueOf(Math.round(v * 1e6) / 1e6).stripTrailingZeros().toPlainString() + unit;
  }

  /**
   * {@code f} with this setting as {@code text} says.
   *
   * @throws IllegalArgumentException with a sentence for people when the text makes no sense
   */
  public Finish write(Finish f, String text) {
    String t = text.strip();
    return new Finish(
        f.name(),
        this == TILE ? length(t, "m", false) : f.tileMetres(),
        this == TURN ? number(t, -360, 360, null) : f.turnDegrees(),
        this == RIGHT ? length(t, "m", true) : f.rightMetres(),
        this == UP ? length(t, "m", true) : f.upMetres(),
        this == RELIEF ? millimetres(t) : f.reliefMillimetres(),
        this == NORMAL ? number(t, 0, 10, null) : f.normalStrength(),
        range(f.roughness(), ROUGHNESS, ROUGHNESS_FROM, ROUGHNESS_CURVE, t),
        colour(f.colour() == null ? Finish.Colour.NONE : f.colour(), t),
        body(f.substance(), t),
        maps(f.others(), t),
        overlay() < 0 ? f.overlays() : overlays(f, t));
  }

  /** Place of the overlay that it is about, -1 for none. */
  private int overlay() {
    return switch (this) {
      case OVERLAY_1 -> 0;
      case OVERLAY_2 -> 1;
      case OVERLAY_3 -> 2;
      case OVERLAY_4 -> 3;
      default -> -1;
    };
  }

  private @Nullable List<Overlay> overlays(Finish f, String t) {
    try {
      return OverlayText.write(f, overlay(), t);
    } catch (IllegalArgumentException e) {
      throw nonsense(t);
    }
  }

  /** What is done to the other maps, with this setting; null when that is nothing. */
  private Finish.@Nullable Maps maps(Finish.Maps m, String t) {
    Finish.Maps next =
        new Finish.Maps(
            range(m.height(), HEIGHT, HEIGHT_FROM, HEIGHT_CURVE, t),
            this == OCCLUSION ? occlusion(t) : m.occlusion(),
            this == OPACITY_THRESHOLD ? number(t, 0, 1, null) : m.opacityThreshold(),
            this == EMISSION ? number(t, 0, 1000, null) : m.emission(),
            this == INVERTED ? roles(t) : m.inverted(),
            this == RELIEF_FOLLOWS ? stays(t) : m.reliefStays());
    return next.equals(Finish.Maps.NONE) ? null : next;
  }

  /** A range with what this setting says of it, when it is one of the three. */
  private Finish.@Nullable Range range(
      Finish.@Nullable Range range,
      FinishSetting ends,
      FinishSetting from,
      FinishSetting curve,
      String t) {
    try {
      return this == ends
          ? Ranges.withEnds(range, t)
          : this == from
              ? Ranges.withFrom(range, t)
              : this == curve ? Ranges.withMiddle(range, t) : range;
    } catch (IllegalArgumentException e) {
      throw nonsense(t);
    }
  }

  private @Nullable Double occlusion(String t) {
    return switch (t.toLowerCase(Locale.ROOT)) {
      case "off", "none" -> 0.0;
      case "host", "leave" -> null;
      default -> {
        if (!t.endsWith("%")) {
          yield number(t, 0, 1, null);
        }
        Double percent = number(t.substring(0, t.length() - 1), 0, 1000, null);
        if (percent == null || percent > 100) {
          throw nonsense(t);
        }
        yield percent / 100;
      }
    };
  }

  private @Nullable Boolean stays(String t) {
    return t.isEmpty() || yes(t) ? null : Boolean.TRUE;
  }

  /** Roles of grey maps, each once; colours and vectors have settings of their own. */
  private @Nullable List<MapRole> roles(String t) {
    List<MapRole> out = new ArrayList<>();
    for (String word : t.split("[,;\\s]+")) {
      if (!word.isEmpty()) {
        MapRole role = MapRole.ofId(word.toLowerCase(Locale.ROOT)).orElseThrow(() -> nonsense(t));
        if (!Finishing.canInvert(role)) {
          throw nonsense(t);
        }
        out.add(role);
      }
    }
    return out.isEmpty() ? null : out.stream().distinct().sorted().toList();
  }

  /** The colour with this setting; null when it changes nothing, so that nothing is recorded. */
  private Finish.@Nullable Colour colour(Finish.Colour c, String t) {
    Finish.Colour next =
        new Finish.Colour(
            this == HUE ? Objects.requireNonNull(number(t, -360, 360, 0.0)) : c.hueDegrees(),
            this == SATURATION ? Objects.requireNonNull(number(t, 0, 10, 1.0)) : c.saturation(),
            this == BRIGHTNESS ? Objects.requireNonNull(number(t, 0, 100, 1.0)) : c.brightness(),
            this == CONTRAST ? Objects.requireNonNull(number(t, 0, 10, 1.0)) : c.contrast(),
            this == TINT ? tint(t) : c.tint(),
            this == INVERT ? yes(t) : c.invert());
    return next.equals(Finish.Colour.NONE) ? null : next;
  }

  /** What it is made of, with this setting; null when that is as most are. */
  private Finish.@Nullable Body body(Finish.Body b, String t) {
    Double ior = this == IOR ? number(t, 1, 4, null) : this == REFLECTANCE ? index(t) : b.ior();
    Finish.Body next =
        new Finish.Body(
            ior,
            this == COAT ? number(t, 0, 1, null) : b.coat(),
            this == COAT_ROUGHNESS ? number(t, 0, 1, null) : b.coatRoughness(),
            this == TRANSMISSION ? number(t, 0, 1, null) : b.transmission(),
            this == THIN ? (yes(t) ? true : null) : b.thin());
    return next.equals(Finish.Body.NONE) ? null : next;
  }

  /** The index of refraction that reflects so many per cent straight on. */
  private @Nullable Double index(String t) {
    Double percent = number(t.replace("%", ""), 0, 36, null);
    if (percent == null) {
      return null;
    }
    double r = Math.sqrt(percent / 100);
    return Math.round((1 + r) / (1 - r) * 1e4) / 1e4;
  }

  private @Nullable Double millimetres(String t) {
    Double metres = length(t, "mm", false);
    return metres == null ? null : metres * 1000;
  }

  private @Nullable Double length(String t, String unit, boolean signed) {
    if (t.isEmpty()) {
      return null;
    }
    boolean minus = signed && (t.startsWith("-") || t.startsWith("−"));
    double metres = Length.metres(minus ? t.substring(1) : t, unit);
    if (!(metres < 10_000) || (!signed && metres <= 0)) {
      throw nonsense(t);
    }
    return minus ? -metres : metres;
  }

  private @Nullable Double number(String t, double least, double most, @Nullable Double otherwise) {
    if (t.isEmpty()) {
      return otherwise;
    }
    try {
      double v =
          Double.parseDouble(t.replace(',', '.').replace('−', '-').replaceAll("[°×\\s]", ""));
      if (v >= least && v <= most) {
        return v;
      }
    } catch (NumberFormatException e) {
      // Said below.
    }
    throw nonsense(t);
  }

  private @Nullable String tint(String t) {
    if (t.isEmpty()) {
      return null;
    }
    String hex = t.startsWith("#") ? t.substring(1) : t;
    if (!hex.matches("[0-9a-fA-F]{6}")) {
      throw nonsense(t);
    }
    return hex.equalsIgnoreCase("ffffff") ? null : "#" + hex.toLowerCase(Locale.ROOT);
  }

  private boolean yes(String t) {
    return switch (t.toLowerCase(Locale.ROOT)) {
      case "yes", "true", "1" -> true;
      case "no", "false", "0", "" -> false;
      default -> throw nonsense(t);
    };
  }

  private IllegalArgumentException nonsense(String t) {
    return new IllegalArgumentException(
        Words.of("finishSetting.makes-no-sense-for-write", t, id, example));
  }
}
