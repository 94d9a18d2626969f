package keepshelf.standins.lanternhouse;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;
import keepshelf.imaging.render.Surface;
import keepshelf.imaging.resample.Resampler;

/** Evaluates a read surface texel by texel and renders it. */
final class Evaluation {
  private static final int LARGEST = 512;

  private final ReadSurface surface;
  private int width;
  private int height;

  private Evaluation(ReadSurface surface) {
    this.surface = surface;
  }

  /** Mean of each stored channel of a picture, 0..1. */
  static List<Double> means(Pixels p) {
    List<Double> out = new ArrayList<>();
    for (int c = 0; c < p.channels(); c++) {
      double sum = 0;
      for (int i = c; i < p.sampleCount(); i += p.channels()) {
        sum += p.at(i);
      }
      out.add(sum / ((double) p.width() * p.height()));
    }
    return out;
  }

  /** The file to open for a name that may stand for many tiles. */
  static Path firstTile(Path file) {
    return Path.of(file.toString().replace("<UDIM>", "1001"));
  }

  /** A picture of the surface on a ball, ARGB, {@code side} pixels a side. */
  static int[] render(ReadSurface surface, int side) throws IOException {
    return new Evaluation(surface).run(side);
  }

  private int[] run(int side) throws IOException {
    for (ReadSurface.Input i : surface.inputs) {
      if (i.file() != null && width == 0) {
        Pixels p = ImageDecoder.decode(firstTile(i.file()));
        width = Math.min(LARGEST, Integer.highestOneBit(p.width()));
        height = Math.min(LARGEST, Integer.highestOneBit(p.height()));
      }
    }
    if (width == 0) {
      width = 8;
      height = 8;
    }
    Surface.Builder b = new Surface.Builder(width, height);
    colour(b, "base_color", true);
    colour(b, "emission_color", false);
    grey("specular_roughness", b::roughness);
    grey("metalness", b::metallic);
    grey("opacity", b::opacity);
    ReadSurface.Input normal = surface.input("normal");
    if (normal != null && normal.file() != null) {
      float[][] p = planes(normal, 3, false);
      float[] xyz = new float[width * height * 3];
      for (int i = 0; i < width * height; i++) {
        for (int c = 0; c < 3; c++) {
          xyz[3 * i + c] = 2 * p[c][i] - 1;
        }
      }
      b.normal(xyz);
    }
    double tile = surface.placement == null ? 1 : surface.placement.tile();
    return BallPreview.render(b.build(), BallPreview.Settings.card(side, tile));
  }

  private void colour(Surface.Builder b, String name, boolean base) throws IOException {
    ReadSurface.Input in = surface.input(name);
    if (in == null || in.file() == null) {
      return;
    }
    float[][] p = planes(in, 3, "srgb_texture".equals(in.colourspace()));
    if (base) {
      b.base(p[0], p[1], p[2]);
    } else {
      b.emission(p[0], p[1], p[2]);
    }
  }

  private void grey(String name, java.util.function.Consumer<float[]> to) throws IOException {
    ReadSurface.Input in = surface.input(name);
    if (in == null) {
      return;
    }
    if (in.file() != null) {
      to.accept(planes(in, 1, false)[0]);
    } else if (in.value() != null) {
      float[] flat = new float[width * height];
      java.util.Arrays.fill(flat, in.value().floatValue());
      to.accept(flat);
    }
  }

  private float[][] planes(ReadSurface.Input in, int count, boolean srgb) throws IOException {
    Pixels p = ImageDecoder.decode(firstTile(in.file()));
    float[][] out = new float[count][];
    for (int c = 0; c < count; c++) {
      float[] plane = p.plane(p.channels() < 3 ? 0 : c);
      if (srgb) {
        for (int i = 0; i < plane.length; i++) {
          plane[i] = Srgb.byteToLinear(Math.clamp(Math.round(plane[i] * 255), 0, 255));
        }
      }
      out[c] = Resampler.area(plane, p.width(), p.height(), width, height);
    }
    return out;
  }
}
