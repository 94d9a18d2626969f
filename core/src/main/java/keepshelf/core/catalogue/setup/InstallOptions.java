package keepshelf.core.catalogue.setup;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/**
 * How an item is to be installed. What is null is as the item itself says.
 *
 * @param resolution label, or null for the largest on the shelf
 * @param tileMetres width of one tile
 * @param as what it is set up as, or null for what is usual for its kind
 * @param turnDegrees turn of a light about the vertical, counter-clockwise from above
 * @param brightness factor on a light, above 0
 * @param levelHorizon whether a light's horizon is brought to the middle of its picture
 * @param testScene whether a scene with a ball, a floor, a light and a camera is written too
 * @param metresPerUnit unit of length of a model's file, or null for metres
 * @param finish what its maps are adjusted by, or null for the item as delivered
 * @param parts finishes of the parts of an ensemble that have one, by their names, as they were
 *     when it was planned
 * @param breakUp whether repetition is broken up while pictures are shown, where a host's format
 *     has nodes for it
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record InstallOptions(
    @Nullable String resolution,
    @Nullable Double tileMetres,
    @Nullable Setup as,
    double turnDegrees,
    double brightness,
    boolean levelHorizon,
    boolean testScene,
    @Nullable Double metresPerUnit,
    @Nullable Finish finish,
    @JsonInclude(JsonInclude.Include.NON_EMPTY) Map<String, Finish> parts,
    boolean breakUp) {
  /** As the item itself says. */
  public static final InstallOptions NONE =
      new InstallOptions(null, null, null, 0, 1, false, false, null, null, Map.of(), false);

  /** A brightness that is not said is one; receipts of earlier versions have no parts. */
  public InstallOptions {
    brightness = brightness > 0 ? brightness : 1;
    parts = parts == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(parts));
  }

  /** What a copy can have otherwise. */
  private static final class Draft {
    private @Nullable String resolution;
    private @Nullable Double tileMetres;
    private @Nullable Setup as;
    private double turnDegrees;
    private double brightness;
    private boolean levelHorizon;
    private boolean testScene;
    private @Nullable Double metresPerUnit;
    private @Nullable Finish finish;
    private @Nullable Map<String, Finish> parts;
    private boolean breakUp;
  }

  private InstallOptions but(Consumer<Draft> change) {
    Draft d = new Draft();
    d.resolution = resolution;
    d.tileMetres = tileMetres;
    d.as = as;
    d.turnDegrees = turnDegrees;
    d.brightness = brightness;
    d.levelHorizon = levelHorizon;
    d.testScene = testScene;
    d.metresPerUnit = metresPerUnit;
    d.finish = finish;
    d.parts = parts;
    d.breakUp = breakUp;
    change.accept(d);
    return new InstallOptions(
        d.resolution,
        d.tileMetres,
        d.as,
        d.turnDegrees,
        d.brightness,
        d.levelHorizon,
        d.testScene,
        d.metresPerUnit,
        d.finish,
        d.parts,
        d.breakUp);
  }

  /** The same at another resolution. */
  public InstallOptions at(@Nullable String otherResolution) {
    return but(d -> d.resolution = otherResolution);
  }

  /** The same as something else. */
  public InstallOptions as(Setup other) {
    return but(d -> d.as = other);
  }

  /** The same with a tile of another width, in metres. */
  public InstallOptions tile(Double metres) {
    return but(d -> d.tileMetres = metres);
  }

  /** The same as another light. */
  public InstallOptions light(double turn, double bright, boolean level) {
    return but(d -> {
      d.turnDegrees = turn;
      d.brightness = bright;
      d.levelHorizon = level;
    });
  }

  /** The same with or without a test scene. */
  public InstallOptions scene(boolean with) {
    return but(d -> d.testScene = with);
  }

  /** The same with a model in another unit. */
  public InstallOptions unit(Double metres) {
    return but(d -> d.metresPerUnit = metres);
  }

  /** The same with a finish, or as delivered when it is null. */
  public InstallOptions finished(@Nullable Finish with) {
    return but(d -> d.finish = with);
  }

  /** The same with repetition broken up, or not. */
  public InstallOptions brokenUp(boolean is) {
    return but(d -> d.breakUp = is);
  }

  /** The same with these finishes of parts. */
  public InstallOptions withParts(Map<String, Finish> finishes) {
    return but(d -> d.parts = finishes);
  }
}
