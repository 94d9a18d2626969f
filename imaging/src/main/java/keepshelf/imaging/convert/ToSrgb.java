package keepshelf.imaging.convert;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.io.ColourTags;
import keepshelf.imaging.pixel.Pixels;

/** Colours of other spaces brought to sRGB. */
public final class ToSrgb {
  private static final double SRGB_GAMMA = 1 / 2.2;

  /** Levels of 16 bits by which a profile may differ from sRGB and still be taken for it. */
  private static final int SAME = 3 * 257;

  /** Colours that profiles are compared by. */
  private static final int[] PROBES = {0x2040C0, 0xC04020, 0x30B050, 0x808080, 0x101010, 0xF0E0D0};

  private ToSrgb() {}

  /** Whether colours of a file that says {@code tags} have to be converted to be sRGB. */
  public static boolean needed(ColourTags tags) {
    if (tags.srgb()) {
      return false;
    }
    return tags.icc() != null
        ? differs(tags.icc())
        : tags.gamma() > 0 && Math.abs(tags.gamma() - SRGB_GAMMA) > 0.02;
  }

  /** By what it does to colours: names of profiles say anything. */
  private static boolean differs(byte[] icc) {
    short[] in = new short[3 * PROBES.length];
    for (int i = 0; i < in.length; i++) {
      in[i] = (short) ((PROBES[i / 3] >> (16 - 8 * (i % 3)) & 255) * 257);
    }
    Pixels before = Pixels.u16(PROBES.length, 1, 3, in);
    Pixels after = byProfile(before, icc);
    for (int i = 0; i < in.length; i++) {
      if (Math.abs(after.at(i) - before.at(i)) * 65535 > SAME) {
        return true;
      }
    }
    return false;
  }

  /**
   * {@code p}, whose file says {@code tags}, as sRGB at 16 bits; alpha stays. A picture of one or
   * two channels, or with a profile that cannot be used, comes back unchanged.
   */
  public static Pixels of(Pixels p, ColourTags tags) {
    if (p.channels() < 3 || !needed(tags)) {
      return p;
    }
    return tags.icc() != null ? byProfile(p, tags.icc()) : byGamma(p, tags.gamma());
  }

  private static Pixels byGamma(Pixels p, double gamma) {
    short[] out = new short[p.sampleCount()];
    int n = p.channels();
    for (int i = 0; i < out.length; i++) {
      float v = Math.clamp(p.at(i), 0f, 1f);
      boolean alpha = n == 4 && i % 4 == 3;
      out[i] = level(alpha ? v : Srgb.fromLinear((float) Math.pow(v, 1 / gamma)));
    }
    return Pixels.u16(p.width(), p.height(), n, out);
  }

  private static short level(float v) {
    return (short) Math.round(Math.clamp(v, 0f, 1f) * 65535);
  }

  private static Pixels byProfile(Pixels p, byte[] icc) {
    ColorConvertOp op;
    try {
      ICC_Profile from = ICC_Profile.getInstance(icc);
      if (from.getNumComponents() != 3) {
        return p;
      }
      ICC_Profile srgb = ICC_Profile.getInstance(ColorSpace.CS_sRGB);
      op = new ColorConvertOp(new ICC_Profile[] {from, srgb}, null);
    } catch (IllegalArgumentException e) {
      return p;
    }
    int w = p.width();
    int n = p.channels();
    short[] out = new short[p.sampleCount()];
    // Row by row: the toolkit's converter copies what it is given several times.
    WritableRaster in = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, w, 1, 3, null);
    WritableRaster to = Raster.createInterleavedRaster(DataBuffer.TYPE_USHORT, w, 1, 3, null);
    int[] row = new int[3 * w];
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < 3; c++) {
          row[3 * x + c] = level(p.at((y * w + x) * n + c)) & 0xFFFF;
        }
      }
      in.setPixels(0, 0, w, 1, row);
      op.filter(in, to);
      to.getPixels(0, 0, w, 1, row);
      for (int x = 0; x < w; x++) {
        int at = (y * w + x) * n;
        for (int c = 0; c < 3; c++) {
          out[at + c] = (short) row[3 * x + c];
        }
        if (n == 4) {
          out[at + 3] = level(p.at(at + 3));
        }
      }
    }
    return Pixels.u16(w, p.height(), n, out);
  }
}
