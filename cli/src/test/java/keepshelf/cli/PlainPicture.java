package keepshelf.cli;

import java.awt.image.Raster;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.ImageIO;

/** A picture by the system's own reader, which repeats and between whose pixels is interpolated. */
final class PlainPicture {
  private final int width;
  private final int height;
  private final int bands;
  private final double most;
  private final int[] samples;

  PlainPicture(Path file) throws IOException {
    Raster r = ImageIO.read(file.toFile()).getRaster();
    width = r.getWidth();
    height = r.getHeight();
    bands = r.getNumBands();
    most = Math.pow(2, r.getSampleModel().getSampleSize(0)) - 1;
    samples = r.getPixels(0, 0, width, height, (int[]) null);
  }

  /** A channel at a place in pictures, to the right and downwards from the upper left corner. */
  double at(double right, double down, int channel, boolean srgb) {
    double x = right * width - 0.5;
    double y = down * height - 0.5;
    int i = (int) Math.floor(x);
    int j = (int) Math.floor(y);
    double top = of(i, j, channel, srgb) * (1 - x + i) + of(i + 1, j, channel, srgb) * (x - i);
    double low =
        of(i, j + 1, channel, srgb) * (1 - x + i) + of(i + 1, j + 1, channel, srgb) * (x - i);
    return top * (1 - y + j) + low * (y - j);
  }

  private double of(int x, int y, int channel, boolean srgb) {
    int at = Math.floorMod(y, height) * width + Math.floorMod(x, width);
    double v = samples[at * bands + Math.min(channel, bands - 1)] / most;
    return !srgb ? v : v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4);
  }
}
