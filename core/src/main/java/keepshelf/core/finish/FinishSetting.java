package keepshelf.core.finish;

import java.math.BigDecimal;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.model.Length;

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
  NORMAL("normal", "1.5"),
  ROUGHNESS("roughness", "0.3..0.9"),
  REFLECTANCE("reflectance", "4 %"),
  IOR("ior", "1.5"),
  COAT("coat", "0.8"),
  COAT_ROUGHNESS("coat-roughness", "0.1"),
  HUE("hue", "-12"),
  SATURATION("saturation", "0.8"),
  BRIGHTNESS("brightness", "1.1"),
  CONTRAST("contrast", "1.2"),
  TINT("tint", "#d8e0d0"),
  INVERT("invert", "yes");

  private static final Pattern RANGE =
      Pattern.compile("([\\d.,]+?)\\s*(?:\\.\\.|to|–|-|…)\\s*([\\d.,]+)");

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
      case ROUGHNESS ->
          f.roughness() == null
              ? ""
              : number(f.roughness().low(), "") + ".." + number(f.roughness().high(), "");
      case REFLECTANCE ->
          f.substance().ior() == null
              ? ""
              : number(Math.round(f.substance().reflectance() * 1e4) / 1e2, " %");
      case IOR -> number(f.substance().ior(), "");
      case COAT -> number(f.substance().coat(), "");
      case COAT_ROUGHNESS -> number(f.substance().coatRoughness(), "");
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

  private static String number(Double v, String unit) {
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
        this == ROUGHNESS ? range(t) : f.roughness(),
        colour(f.colour() == null ? Finish.Colour.NONE : f.colour(), t),
        body(f.substance(), t));
  }

  /** The colour with this setting; null when it changes nothing, so that nothing is recorded. */
  private Finish.Colour colour(Finish.Colour c, String t) {
    Finish.Colour next =
        new Finish.Colour(
            this == HUE ? number(t, -360, 360, 0.0) : c.hueDegrees(),
            this == SATURATION ? number(t, 0, 10, 1.0) : c.saturation(),
            this == BRIGHTNESS ? number(t, 0, 100, 1.0) : c.brightness(),
            this == CONTRAST ? number(t, 0, 10, 1.0) : c.contrast(),
            this == TINT ? tint(t) : c.tint(),
            this == INVERT ? yes(t) : c.invert());
    return next.equals(Finish.Colour.NONE) ? null : next;
  }

  /** What it is made of, with this setting; null when that is as most are. */
  private Finish.Body body(Finish.Body b, String t) {
    Double ior = this == IOR ? number(t, 1, 4, null) : this == REFLECTANCE ? index(t) : b.ior();
    Finish.Body next =
        new Finish.Body(
            ior,
            this == COAT ? number(t, 0, 1, null) : b.coat(),
            this == COAT_ROUGHNESS ? number(t, 0, 1, null) : b.coatRoughness());
    return next.equals(Finish.Body.NONE) ? null : next;
  }

  /** The index of refraction that reflects so many per cent straight on. */
  private Double index(String t) {
    Double percent = number(t.replace("%", ""), 0, 36, null);
    if (percent == null) {
      return null;
    }
    double r = Math.sqrt(percent / 100);
    return Math.round((1 + r) / (1 - r) * 1e4) / 1e4;
  }

  private Double millimetres(String t) {
    Double metres = length(t, "mm", false);
    return metres == null ? null : metres * 1000;
  }

  private Double length(String t, String unit, boolean signed) {
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

  private Double number(String t, double least, double most, Double otherwise) {
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

  private Finish.Range range(String t) {
    if (t.isEmpty()) {
      return null;
    }
    Matcher m = RANGE.matcher(t.toLowerCase(Locale.ROOT));
    if (m.matches()) {
      return new Finish.Range(number(m.group(1), 0, 1, 0.0), number(m.group(2), 0, 1, 1.0));
    }
    double same = number(t, 0, 1, 0.0);
    return new Finish.Range(same, same);
  }

  private String tint(String t) {
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
        "“" + t + "” makes no sense for " + id + "; write it like " + example + ".");
  }
}
