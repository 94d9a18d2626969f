package keepshelf.demo.pack;

import keepshelf.demo.archive.PackBuilder;
import keepshelf.demo.archive.Texts;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.demo.texture.Sheet;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** Packs that hold what other packs hold already: shifted, smaller, re-saved, or the very files. */
final class TwicePacks {
  private TwicePacks() {}

  /** Barnacle crust under another name, about half a tile further, as JPEG. */
  static void shoreGrowth(PackBuilder p) {
    MapSet m = new MapSet(Recipe.BARNACLE_CRUST, 1024);
    String f = "Shore_Growth_03/Shore_Growth_03_1K_";
    p.picture(f + "Color.jpg", shifted(m.baseColour()))
        .picture(f + "Roughness.jpg", shifted(m.roughness()))
        .picture(f + "NormalDX.jpg", shifted(m.normal8(false)))
        .picture(f + "AO.jpg", shifted(m.occlusion()))
        .text("Shore_Growth_03/LICENSE.txt", Texts.cc0("Gantry Nine"))
        .text(
            "Shore_Growth_03/info.txt",
            Texts.readme("Shore growth 03", "Gantry Nine", "Gantry Nine", "1.0", 0.5));
  }

  private static Pixels shifted(Pixels p) {
    byte[] out = new byte[p.sampleCount()];
    int w = p.width();
    int h = p.height();
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < p.channels(); c++) {
          int from = ((y + h * 3 / 8 + 3) % h * w + (x + w / 2 - 5) % w) * p.channels() + c;
          out[(y * w + x) * p.channels() + c] = (byte) p.level(from);
        }
      }
    }
    return Pixels.u8(w, h, p.channels(), out);
  }

  /** A free sampler: sailcloth with the very files of the weaves, and the slate's colour map. */
  static void sampler(PackBuilder p) {
    MapSet sail = new MapSet(Recipe.SAILCLOTH, 512);
    MapSet cork = new MapSet(Recipe.CORK_FLOAT, 512);
    p.picture("sampler/color_sailcloth.png", sail.baseColour())
        .picture("sampler/normal_sailcloth.png", sail.normal8(true))
        .picture("sampler/rough_sailcloth.png", sail.roughness())
        .picture("sampler/height_sailcloth.png", sail.height8())
        .picture("sampler/color_cork_float.png", cork.baseColour())
        .picture("sampler/normal_cork_float.png", cork.normal8(true))
        .picture("sampler/rough_cork_float.png", sail.roughness())
        .text("sampler/LICENSE", Texts.cc0("Pebblejar"))
        .text(
            "sampler/readme.md",
            Texts.readme("Boathouse sampler", "Pebblejar", "Pebblejar", null, 0.4));
  }

  /** Salt-bleached larch once more, smaller and all as JPEG. */
  static void larchSmall(PackBuilder p) {
    MapSet m = new MapSet(Recipe.BLEACHED_LARCH, 1024);
    String f = "textures/larch_planks_";
    p.picture(f + "diff_512.jpg", half(m.baseColour()))
        .picture(f + "rough_512.jpg", half(m.roughness()))
        .picture(f + "ao_512.jpg", half(m.occlusion()))
        .text("licence.txt", Texts.ccBy("I. Fenn, Tinder & Tarn"))
        .text("about.txt", Texts.readme("Larch planks", "Tinder & Tarn", "I. Fenn", null, 1.0));
  }

  /** The fingerprints at half their size. */
  static void smudges(PackBuilder p) {
    p.picture("Smudges/overlay_fingerprints_512.jpg", half(Sheet.FINGERPRINTS.grey(1024)))
        .text("Smudges/terms.txt", Texts.ownTerms("Gantry Nine"))
        .text("Smudges/info.txt", "Smudges\n\nSource: Gantry Nine\nVersion: 1.0\n");
  }

  private static Pixels half(Pixels p) {
    int w = p.width() / 2;
    int h = p.height() / 2;
    byte[] out = new byte[w * h * p.channels()];
    for (int c = 0; c < p.channels(); c++) {
      float[] small = Resampler.area(p.plane(c), p.width(), p.height(), w, h);
      for (int i = 0; i < small.length; i++) {
        out[i * p.channels() + c] = (byte) Math.clamp(Math.round(small[i] * 255), 0, 255);
      }
    }
    return Pixels.u8(w, h, p.channels(), out);
  }
}
