package keepshelf.core.making;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.json.Json;
import keepshelf.core.json.SmallFile;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.bond.Bond;
import keepshelf.imaging.bond.BondSpec;
import keepshelf.imaging.bond.Joint;
import keepshelf.imaging.bond.Variety;
import org.jspecify.annotations.Nullable;

/** A bond as a small JSON file, and as parameters of a recipe; lengths are in millimetres. */
public final class BondFile {
  private BondFile() {}

  /** What stands in the file; what is left out is usual. */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  record Written(
      String name,
      String bond,
      @JsonProperty("length_mm") Double length,
      @JsonProperty("height_mm") Double height,
      Integer columns,
      Integer rows,
      Double offset,
      PieceWritten unit,
      JointWritten joint,
      @JsonProperty("worn_mm") Double worn,
      @JsonProperty("out_of_true_mm") Double outOfTrue,
      @JsonProperty("hue_degrees") Double hue,
      Double brightness,
      @JsonProperty("tilt_degrees") Double tilt,
      Boolean turned,
      Long seed,
      String resolution) {}

  /** An item, several, or a colour. */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  record PieceWritten(
      @Nullable String item,
      @Nullable List<String> items,
      @Nullable String colour,
      @Nullable Double roughness,
      @Nullable Boolean whole) {}

  /** A joint and what it is made of. */
  record JointWritten(
      @Nullable @JsonProperty("width_mm") Double width,
      @Nullable @JsonProperty("depth_mm") Double depth,
      @Nullable String profile,
      @Nullable String item,
      @Nullable String colour,
      @Nullable Double roughness) {}

  /**
   * Reads an order.
   *
   * @throws ShelfException when it is none, with what is wrong
   */
  public static BondOrder read(Path file) throws ShelfException {
    return SmallFile.read(file, Written.class, BondFile::order, why -> no(file, why));
  }

  private static BondOrder order(Written w) {
    if (w.length() == null || w.height() == null) {
      throw new IllegalArgumentException(Words.of("bondFile.must-say-length-mm-height"));
    }
    if (w.unit() == null) {
      throw new IllegalArgumentException(Words.of("bondFile.must-say-what-unit-item"));
    }
    String id = or(w.bond(), "running");
    Bond bond =
        Bond.ofId(id)
            .orElseThrow(() -> new IllegalArgumentException(Words.of("bondFile.no-bond", id)));
    JointWritten j =
        w.joint() == null ? new JointWritten(null, null, null, null, null, null) : w.joint();
    String shape = or(j.profile(), "flat");
    Joint joint =
        new Joint(
            or(j.width(), 6.0),
            or(j.depth(), 4.0),
            Joint.Profile.ofId(shape)
                .orElseThrow(() ->
                    new IllegalArgumentException(
                        Words.of("bondFile.no-profile-there-are-flat", shape))));
    Variety v =
        new Variety(
            or(w.worn(), 0.0),
            or(w.outOfTrue(), 0.0),
            or(w.hue(), 0.0),
            or(w.brightness(), 0.0),
            or(w.tilt(), 0.0),
            or(w.turned(), true));
    BondSpec spec =
        new BondSpec(
            bond,
            w.length(),
            w.height(),
            or(w.columns(), 4),
            or(w.rows(), 4),
            or(w.offset(), bond == Bond.RUNNING ? 0.5 : 0.0),
            joint,
            v,
            or(w.seed(), 1L));
    Piece between =
        j.item() != null
            ? Piece.of(j.item())
            : Piece.plain(or(j.colour(), "#b9b2a0"), or(j.roughness(), 0.9));
    PieceWritten u = w.unit();
    Piece unit =
        u.items() != null && !u.items().isEmpty()
            ? Piece.of(u.items())
            : u.item() != null
                ? Piece.of(u.item())
                : Piece.plain(or(u.colour(), ""), or(u.roughness(), 0.6));
    if (or(u.whole(), false) && unit.item() == null) {
      throw new IllegalArgumentException(Words.of("bondFile.only-item-has-whole-units"));
    }
    return new BondOrder(
        or(w.name(), Words.of("bondFile.laid", id)),
        spec,
        unit.whole(or(u.whole(), false)),
        between,
        or(w.resolution(), "2K"));
  }

  private static <T> T or(@Nullable T value, T usual) {
    return value == null ? usual : value;
  }

  /** The order as a file has it. */
  public static byte[] written(BondOrder o) {
    BondSpec s = o.spec();
    Variety v = s.variety();
    Piece u = o.unit();
    Piece j = o.joint();
    boolean plainUnit = u.item() == null;
    boolean plainJoint = j.item() == null;
    return Json.pretty(
        new Written(
            o.name(),
            s.bond().id(),
            s.length(),
            s.height(),
            s.columns(),
            s.rows(),
            s.offset(),
            new PieceWritten(
                u.also().isEmpty() ? u.item() : null,
                u.also().isEmpty() ? null : u.items(),
                u.colour(),
                plainUnit ? u.roughness() : null,
                u.whole() ? true : null),
            new JointWritten(
                s.joint().width(),
                s.joint().depth(),
                s.joint().profile().id(),
                j.item(),
                j.colour(),
                plainJoint ? j.roughness() : null),
            v.worn(),
            v.outOfTrue(),
            v.hueDegrees(),
            v.brightness(),
            v.tiltDegrees(),
            v.turned(),
            s.seed(),
            o.resolution()));
  }

  /**
   * The order that a recipe's parameters stand for.
   *
   * @throws IllegalArgumentException when it is none
   */
  static BondOrder ofParameters(Map<String, Object> parameters, String name, long seed) {
    Map<String, Object> all = new LinkedHashMap<>(parameters);
    all.put("name", name);
    all.put("seed", seed);
    return order(Json.mapper().convertValue(all, Written.class));
  }

  /** The order as parameters of a recipe: what is in its file, but for names and seed. */
  static Map<String, Object> parameters(BondOrder o) {
    @SuppressWarnings("unchecked")
    Map<String, Object> all = Json.mapper().readValue(written(o), LinkedHashMap.class);
    all.remove("name");
    all.remove("seed");
    return all;
  }

  private static ShelfException no(Path file, String why) {
    return new ShelfException(
        Problem.error(
            "no-bond-file",
            file.toString(),
            Phrase.of("bondFile.cannot-laid-see-docs-making", file, why)));
  }
}
