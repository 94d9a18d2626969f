package keepshelf.standins.lanternhouse;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** A surface as Lanternhouse understood it, with everything it would not accept. */
final class ReadSurface {
  /**
   * What stands at one input of the surface.
   *
   * @param input its name
   * @param file the picture, absolute, or null for a value
   * @param through {@code normalmap}, {@code displacement}, {@code convert} or null
   * @param colourspace how the picture is decoded, or null for data
   * @param value plain value, or the displacement's scale, or null
   */
  record Input(String input, Path file, String through, String colourspace, Double value) {}

  /** The placement of the pictures: tile size, turn in degrees, offset. */
  record Placement(double tile, double turn, double offsetU, double offsetV) {}

  String material = "";
  Placement placement;
  final List<Input> inputs = new ArrayList<>();
  final List<String> complaints = new ArrayList<>();

  Input input(String name) {
    return inputs.stream().filter(i -> i.input().equals(name)).findFirst().orElse(null);
  }
}
