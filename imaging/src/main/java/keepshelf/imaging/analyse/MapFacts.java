package keepshelf.imaging.analyse;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * Everything that is measured on one decoded picture, in one go, whatever it may be for.
 *
 * @param character what kind of data it looks like
 * @param channels the facts of each stored channel
 * @param grey whether its colour channels are alike, so that it says no more than one of them
 * @param alpha what its alpha channel does
 * @param detail up to which size it holds detail
 * @param seam whether it tiles
 * @param eightBits whether it is stored in 16 bits but holds 8
 * @param jpegTraces whether a lossless file shows the blocks of an earlier JPEG
 * @param dark luminance (linear, 0..1) of the darkest part of a visible colour: the 2nd percentile
 * @param light the same of the lightest part: the 98th percentile
 * @param normal how sound it is as a normal map; null when it does not look like one
 * @param slopes which way it faces as a normal map; null when it does not look like one
 */
public record MapFacts(
    PixelCharacter character,
    List<ChannelFacts> channels,
    boolean grey,
    Alpha alpha,
    DetailTest.Size detail,
    SeamTest.Result seam,
    boolean eightBits,
    boolean jpegTraces,
    double dark,
    double light,
    @Nullable NormalHealth normal,
    HandednessTest.@Nullable Slopes slopes) {
  /** What an alpha channel does. */
  public enum Alpha {
    NONE,
    /** The same value everywhere. */
    UNUSED,
    USED
  }

  /** What a picture is meant as, which says what is worth measuring. */
  public enum Meant {
    /** A normal map: its soundness is judged even when it does not look like one. */
    NORMAL,
    HEIGHT,
    /** Colour, or not known. */
    COLOUR,
    /** Other data: neither seams nor traces of JPEG say anything about it. */
    DATA
  }

  /** Copies the list. */
  public MapFacts {
    channels = List.copyOf(channels);
  }

  /**
   * Measures {@code p}.
   *
   * @param format of the file it came from, which says what compression may have done
   * @param meant what it is meant as
   */
  public static MapFacts of(Pixels p, ImageFormat format, Meant meant) {
    return new Views(p, p, p, () -> DetailTest.of(p), jpeg -> SeamTest.test(p, jpeg))
        .facts(format, meant);
  }

  /** Measures a picture that passed by in rows; see {@link #of(Pixels, ImageFormat, Meant)}. */
  public static MapFacts of(LargePicture p, ImageFormat format, Meant meant) {
    return new Views(
            p.spread(),
            p.middle(),
            p.corner(),
            () -> DetailTest.of(p.places()),
            jpeg -> SeamTest.test(p, jpeg))
        .facts(format, meant);
  }

  /**
   * A picture as it is measured.
   *
   * @param spread pixels all over it
   * @param middle neighbours in its middle
   * @param corner neighbours in its corner at the top left
   * @param detail up to which size it holds detail
   * @param seam whether it tiles, told whether it came through JPEG
   */
  private record Views(
      Pixels spread,
      Pixels middle,
      Pixels corner,
      Supplier<DetailTest.Size> detail,
      Function<Boolean, SeamTest.Result> seam) {
    MapFacts facts(ImageFormat format, Meant meant) {
      List<ChannelFacts> channels = new ArrayList<>();
      for (int c = 0; c < spread.channels(); c++) {
        channels.add(ChannelFacts.of(spread, c));
      }
      boolean jpeg = format == ImageFormat.JPEG;
      PixelCharacter character = PixelCharacter.of(spread);
      boolean vectors =
          spread.channels() >= 3 && (meant == Meant.NORMAL || character == PixelCharacter.NORMAL);
      SlopeField slopes = vectors ? SlopeField.of(middle) : null;
      double[] range = luminance(spread);
      return new MapFacts(
          character,
          channels,
          spread.channels() < 3 || equalChannels(spread),
          alpha(spread, channels),
          detail.get(),
          meant == Meant.DATA ? SeamTest.NOTHING : seam.apply(jpeg),
          DepthTest.eightBitsInSixteen(spread),
          (vectors || meant == Meant.HEIGHT)
              && !jpeg
              && spread.depth() != Depth.F32
              && JpegTraces.found(corner),
          range[0],
          range[1],
          slopes == null ? null : NormalHealth.of(spread, slopes),
          slopes == null ? null : HandednessTest.bySlopes(slopes));
    }
  }

  /** Whether the picture is one value all over, alpha left aside. */
  public boolean constant() {
    int n = channels.size() == 2 || channels.size() == 4 ? channels.size() - 1 : channels.size();
    return channels.subList(0, n).stream().allMatch(ChannelFacts::constant);
  }

  private static Alpha alpha(Pixels p, List<ChannelFacts> channels) {
    if (p.channels() != 2 && p.channels() != 4) {
      return Alpha.NONE;
    }
    return channels.getLast().constant() ? Alpha.UNUSED : Alpha.USED;
  }

  private static boolean equalChannels(Pixels p) {
    int step = Math.max(1, (int) Math.sqrt((double) p.width() * p.height() / 40_000));
    for (int y = 0; y < p.height(); y += step) {
      for (int x = 0; x < p.width(); x += step) {
        float r = p.value(x, y, 0);
        if (Math.abs(r - p.value(x, y, 1)) > 2.5f / 255
            || Math.abs(r - p.value(x, y, 2)) > 2.5f / 255) {
          return false;
        }
      }
    }
    return true;
  }

  /** {2nd, 98th percentile} of the luminance of sRGB-coded (float: linear) values. */
  private static double[] luminance(Pixels p) {
    int[] count = new int[1024];
    int n = 0;
    int step = Math.max(1, (int) Math.sqrt((double) p.width() * p.height() / 40_000));
    boolean linear = p.depth() == Depth.F32;
    float[] weight = {0.2126f, 0.7152f, 0.0722f};
    for (int y = 0; y < p.height(); y += step) {
      for (int x = 0; x < p.width(); x += step) {
        float l = 0;
        for (int c = 0; c < 3; c++) {
          float v = p.value(x, y, p.channels() < 3 ? 0 : c);
          l += weight[c] * (linear ? v : Srgb.linear(v));
        }
        count[Math.clamp((int) (l * 1023), 0, 1023)]++;
        n++;
      }
    }
    return new double[] {percentile(count, n, 0.02), percentile(count, n, 0.98)};
  }

  private static double percentile(int[] count, int n, double share) {
    long left = (long) (n * share);
    for (int i = 0; i < count.length; i++) {
      left -= count[i];
      if (left < 0) {
        return i / 1023.0;
      }
    }
    return 1;
  }
}
