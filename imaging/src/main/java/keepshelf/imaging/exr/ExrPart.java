package keepshelf.imaging.exr;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What the header of one part says.
 *
 * @param name the part's name, empty in files of one part
 * @param x0 leftmost column of the data window
 * @param y0 top row of the data window
 * @param width columns of the data window, at least 1
 * @param height rows of the data window, at least 1
 * @param channels in the order in which they are stored
 * @param compression how its blocks are compressed
 * @param tileWidth columns of a tile; 0 when it is stored by rows
 * @param tileHeight rows of a tile; 0 when it is stored by rows
 * @param deep whether it stores several samples to a pixel, which is no flat picture
 * @param chunks how many blocks its table of offsets has; -1 when the header does not say
 */
record ExrPart(
    String name,
    int x0,
    int y0,
    int width,
    int height,
    List<Channel> channels,
    Compression compression,
    int tileWidth,
    int tileHeight,
    boolean deep,
    int chunks) {

  boolean tiled() {
    return tileWidth > 0;
  }

  /** Blocks of the full picture, that is of the first level. */
  int blocks() {
    return tiled()
        ? Math.multiplyExact(up(width, tileWidth), up(height, tileHeight))
        : up(height, compression.rows);
  }

  /** Rows of all bands together: the height, rounded up to whole bands. */
  long stored() {
    int rows = tiled() ? tileHeight : compression.rows;
    return (long) up(height, rows) * rows;
  }

  private static int up(int a, int b) {
    return (int) (((long) a + b - 1) / b);
  }

  /**
   * The channels that make the picture, as places in {@link #channels()}: red, green, blue and
   * alpha if there is one; else one grey channel. The layer without a name goes first, then the
   * first that has colours, then the first that has a luminance.
   */
  List<Integer> shown() {
    List<String> layers =
        channels.stream()
            .map(Channel::layer)
            .distinct()
            .sorted((a, b) -> Boolean.compare(b.isEmpty(), a.isEmpty()))
            .toList();
    for (String layer : layers) {
      List<Integer> rgb = places(layer, "R", "G", "B");
      if (rgb.size() == 3) {
        List<Integer> all = new ArrayList<>(rgb);
        all.addAll(places(layer, "A"));
        return all;
      }
    }
    for (String layer : layers) {
      List<Integer> grey = places(layer, "Y");
      if (!grey.isEmpty()) {
        return grey;
      }
    }
    return List.of(0);
  }

  private List<Integer> places(String layer, String... suffixes) {
    List<Integer> found = new ArrayList<>();
    for (String suffix : suffixes) {
      IntStream.range(0, channels.size())
          .filter(i ->
              channels.get(i).layer().equals(layer)
                  && channels.get(i).suffix().equalsIgnoreCase(suffix))
          .findFirst()
          .ifPresent(found::add);
    }
    return found;
  }
}
