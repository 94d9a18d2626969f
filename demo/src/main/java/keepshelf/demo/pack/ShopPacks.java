package keepshelf.demo.pack;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import keepshelf.demo.archive.PackBuilder;
import keepshelf.demo.archive.Texts;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** What the made-up sources have at their shops that is not among the downloads. */
public final class ShopPacks {
  private ShopPacks() {}

  /**
   * One archive at a shop.
   *
   * @param recipe what it shows, for its preview
   * @param contents what fills it
   * @param notes what the source says is new, or null
   */
  public record ShopPack(Recipe recipe, Consumer<PackBuilder> contents, @Nullable String notes) {}

  /** The archives by their paths: a folder for each source. */
  public static Map<String, ShopPack> all() {
    Map<String, ShopPack> m = new LinkedHashMap<>();
    m.put(
        "tinder/bleached_larch_1.4_1K.zip",
        new ShopPack(
            Recipe.BLEACHED_LARCH,
            ShopPacks::larch,
            "Knots repaired, height now without steps\nTwo knots were copies of each other; both"
                + " were scanned again. The occlusion map is gone, as the height map has it."));
    m.put(
        "tinder/larch_planks_1K.zip",
        new ShopPack(
            Recipe.BLEACHED_LARCH, p -> set(p, Recipe.BLEACHED_LARCH, 1024, "larch_planks"), null));
    for (int side : new int[] {512, 1024}) {
      String label = side == 512 ? "512" : "1K";
      m.put(
          "tinder/crushed_shell_path_1.0_" + label + ".zip",
          new ShopPack(
              Recipe.SHELL_PATH, p -> set(p, Recipe.SHELL_PATH, side, "crushed_shell_path"), null));
      m.put(
          "pebblejar/wet_kelp_2.0_" + label + ".zip",
          new ShopPack(Recipe.WET_KELP, p -> set(p, Recipe.WET_KELP, side, "wet_kelp"), null));
    }
    m.put(
        "tinder/sailcloth_heavy_1.2_512.zip",
        new ShopPack(
            Recipe.SAILCLOTH, p -> set(p, Recipe.SAILCLOTH, 512, "sailcloth_heavy"), null));
    return m;
  }

  private static void set(PackBuilder p, Recipe r, int side, String name) {
    MapSet m = new MapSet(r, side);
    p.picture(name + "_basecolor.jpg", m.baseColour())
        .picture(name + "_roughness.jpg", m.roughness())
        .picture(name + "_normal_gl.png", m.normal8(true))
        .picture(name + "_height.png", m.height16());
  }

  private static void larch(PackBuilder p) {
    MapSet m = new MapSet(Recipe.BLEACHED_LARCH, 1024);
    String f = "textures/bleached_larch_";
    p.picture(f + "diff_1k.jpg", greyer(m.baseColour()))
        .picture(f + "rough_1k.jpg", m.roughness())
        .picture(f + "nor_gl_1k.png", m.normal16(true))
        .picture(f + "disp_1k.png", m.height16())
        .text("licence.txt", Texts.ccBy("I. Fenn, Tinder & Tarn"))
        .text(
            "about.txt",
            Texts.readme(
                "Salt-bleached larch",
                "Tinder & Tarn",
                "I. Fenn",
                "1.4",
                Recipe.BLEACHED_LARCH.tileMetres()));
  }

  /** Another winter outside. */
  public static Pixels greyer(Pixels p) {
    byte[] out = new byte[p.sampleCount()];
    for (int i = 0; i < out.length; i += 3) {
      float mean = (p.at(i) + p.at(i + 1) + p.at(i + 2)) / 3;
      for (int c = 0; c < 3; c++) {
        out[i + c] = (byte) Math.round(255 * Math.min(1, 0.55f * p.at(i + c) + 0.43f * mean));
      }
    }
    return Pixels.u8(p.width(), p.height(), 3, out);
  }
}
