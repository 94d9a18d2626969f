package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.format.materialx.SurfaceDocument.Use;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.convert.SpecGloss;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** Writes one planned texture: a bit-for-bit copy, or converted at its own depth into a PNG. */
final class MapConverter {
  private MapConverter() {}

  /**
   * Writes {@code m} to {@code to}.
   *
   * @param specular the specular map when the plan turns spec/gloss into metal/rough, else null
   * @param reliefShare relief as a share of the tile, for normals made from height
   */
  static void write(PlannedMap m, Path specular, double reliefShare, Path to) throws IOException {
    if (m.copied()) {
      Files.copy(m.from(), to);
      return;
    }
    ImageEncoder.png(converted(m, specular, reliefShare), to, 4);
  }

  /** The pixels that the host gets, as the plan says. */
  static Pixels converted(PlannedMap m, Path specular, double reliefShare) throws IOException {
    Pixels p = ImageDecoder.decode(m.from());
    for (String c : m.conversions()) {
      p =
          switch (c) {
            case "unpack" -> p.channel(Math.min(Channels.index(m.channel()), p.channels() - 1));
            case "flip-green" -> Maps.flipGreen(Maps.withoutAlpha(p));
            case "gloss-to-roughness" -> Maps.invert(Maps.grey(p));
            case "height-to-normal" -> normals(p, reliefShare);
            case "spec-gloss-to-metal-rough" -> metalRough(p, specular, m.role());
            case "format" -> p;
            default -> throw new IllegalStateException(c);
          };
    }
    return Maps.quantised(shaped(p, m.use()));
  }

  /** Three channels for colour and vectors, one for grey. */
  private static Pixels shaped(Pixels p, Use use) {
    if (use == Use.GREY || use == Use.GREY_AS_COLOUR || use == Use.DISPLACEMENT) {
      return Maps.grey(p);
    }
    return p.channels() >= 3 ? Maps.withoutAlpha(p) : tripled(Maps.grey(p));
  }

  private static Pixels tripled(Pixels grey) {
    int n = grey.width() * grey.height();
    if (grey.depth() == Depth.U8) {
      byte[] out = new byte[3 * n];
      for (int i = 0; i < out.length; i++) {
        out[i] = grey.rawBytes()[i / 3];
      }
      return Pixels.u8(grey.width(), grey.height(), 3, out);
    }
    if (grey.depth() == Depth.U16) {
      short[] out = new short[3 * n];
      for (int i = 0; i < out.length; i++) {
        out[i] = grey.rawShorts()[i / 3];
      }
      return Pixels.u16(grey.width(), grey.height(), 3, out);
    }
    float[] out = new float[3 * n];
    for (int i = 0; i < out.length; i++) {
      out[i] = grey.rawFloats()[i / 3];
    }
    return Pixels.f32(grey.width(), grey.height(), 3, out);
  }

  private static Pixels normals(Pixels height, double reliefShare) {
    int w = height.width();
    int h = height.height();
    float[] xyz = NormalMaps.fromHeight(height.luma(), w, h, (float) (reliefShare * w));
    short[] out = new short[xyz.length];
    for (int i = 0; i < xyz.length; i++) {
      out[i] = (short) Math.round((xyz[i] * 0.5f + 0.5f) * 65535);
    }
    return Pixels.u16(w, h, 3, out);
  }

  /**
   * Base colour or metallic out of diffuse and specular, at the diffuse map's size, 8 bit as 16.
   */
  private static Pixels metalRough(Pixels diffuse, Path specularFile, MapRole role)
      throws IOException {
    Pixels spec = ImageDecoder.decode(specularFile);
    int w = diffuse.width();
    int h = diffuse.height();
    float[][] s = new float[3][];
    for (int c = 0; c < 3; c++) {
      s[c] =
          c > 0 && spec.channels() < 3
              ? s[0]
              : Resampler.area(
                  spec.plane(spec.channels() < 3 ? 0 : c), spec.width(), spec.height(), w, h);
    }
    short[] base = new short[w * h * 3];
    short[] metal = new short[w * h];
    float[] d = new float[3];
    float[] sp = new float[3];
    float[] out = new float[3];
    for (int i = 0; i < w * h; i++) {
      for (int c = 0; c < 3; c++) {
        d[c] = Srgb.toLinear(diffuse.at(i * diffuse.channels() + (diffuse.channels() < 3 ? 0 : c)));
        sp[c] = Srgb.toLinear(s[c][i]);
      }
      metal[i] = (short) Math.round(SpecGloss.toMetalRough(d, sp, out) * 65535);
      for (int c = 0; c < 3; c++) {
        base[3 * i + c] = (short) Math.round(Srgb.fromLinear(out[c]) * 65535);
      }
    }
    return role == MapRole.METALLIC ? Pixels.u16(w, h, 1, metal) : Pixels.u16(w, h, 3, base);
  }
}
