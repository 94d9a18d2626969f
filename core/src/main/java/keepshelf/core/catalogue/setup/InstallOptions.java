package keepshelf.core.catalogue.setup;

import com.fasterxml.jackson.annotation.JsonInclude;

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
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record InstallOptions(
    String resolution,
    Double tileMetres,
    Setup as,
    double turnDegrees,
    double brightness,
    boolean levelHorizon,
    boolean testScene,
    Double metresPerUnit,
    Finish finish) {
  /** As the item itself says. */
  public static final InstallOptions NONE =
      new InstallOptions(null, null, null, 0, 1, false, false, null, null);

  /** A brightness that is not said is one. */
  public InstallOptions {
    brightness = brightness > 0 ? brightness : 1;
  }

  /** The same at another resolution. */
  public InstallOptions at(String otherResolution) {
    return new InstallOptions(
        otherResolution,
        tileMetres,
        as,
        turnDegrees,
        brightness,
        levelHorizon,
        testScene,
        metresPerUnit,
        finish);
  }

  /** The same as something else. */
  public InstallOptions as(Setup other) {
    return new InstallOptions(
        resolution,
        tileMetres,
        other,
        turnDegrees,
        brightness,
        levelHorizon,
        testScene,
        metresPerUnit,
        finish);
  }

  /** The same with a tile of another width, in metres. */
  public InstallOptions tile(Double metres) {
    return new InstallOptions(
        resolution,
        metres,
        as,
        turnDegrees,
        brightness,
        levelHorizon,
        testScene,
        metresPerUnit,
        finish);
  }

  /** The same as another light. */
  public InstallOptions light(double turn, double bright, boolean level) {
    return new InstallOptions(
        resolution, tileMetres, as, turn, bright, level, testScene, metresPerUnit, finish);
  }

  /** The same with or without a test scene. */
  public InstallOptions scene(boolean with) {
    return new InstallOptions(
        resolution,
        tileMetres,
        as,
        turnDegrees,
        brightness,
        levelHorizon,
        with,
        metresPerUnit,
        finish);
  }

  /** The same with a model in another unit. */
  public InstallOptions unit(Double metres) {
    return new InstallOptions(
        resolution,
        tileMetres,
        as,
        turnDegrees,
        brightness,
        levelHorizon,
        testScene,
        metres,
        finish);
  }

  /** The same with a finish, or as delivered when it is null. */
  public InstallOptions finished(Finish with) {
    return new InstallOptions(
        resolution,
        tileMetres,
        as,
        turnDegrees,
        brightness,
        levelHorizon,
        testScene,
        metresPerUnit,
        with);
  }
}
