package keepshelf.demo.pack;

import java.nio.charset.StandardCharsets;
import keepshelf.demo.archive.PackBuilder;
import keepshelf.demo.archive.Texts;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** Packs with the quirks and faults that real ones have. */
final class OddPacks {
  private OddPacks() {}

  /** A newer version: one map redone, one added, one gone, at one resolution only. */
  static void ropeAgain(PackBuilder p) {
    MapSet m = new MapSet(Recipe.TARRED_ROPE, 1024);
    String f = "tarred-rope/1K/tarred-rope_";
    p.picture(f + "albedo.png", m.baseColour())
        .picture(f + "rough.png", brighter(m.roughness()))
        .picture(f + "nrm.png", m.normal8(false))
        .picture(f + "disp.png", m.height16())
        .picture(f + "mask.png", m.opacity())
        .text(
            "tarred-rope/about.txt",
            Texts.readme("Tarred rope", "Brinewell Surfaces", "M. Harrow", "3", 0.30))
        .text("tarred-rope/licence.txt", Texts.cc0("Brinewell Surfaces"));
  }

  private static Pixels brighter(Pixels p) {
    return p.mapLevels(0, v -> Math.min(255, v + 12));
  }

  /** The same materials at another resolution, as JPEG. */
  static void metalsSmall(PackBuilder p) {
    MapSet m = new MapSet(Recipe.VERDIGRIS_COPPER, 1024);
    String c = "HarbourMetals/Verdigris_Copper/Verdigris_Copper_1K_";
    p.picture(c + "BaseColor.jpg", m.baseColour())
        .picture(c + "Roughness.jpg", m.roughness())
        .picture(c + "Metallic.jpg", m.metallic())
        .picture(c + "NormalGL.jpg", m.normal8(true))
        .text(
            "HarbourMetals/readme.txt",
            Texts.readme("Harbour Metals", "Brinewell Surfaces", "M. Harrow", "1.2", 0.6))
        .text("HarbourMetals/LICENSE.txt", Texts.cc0("Brinewell Surfaces"));
  }

  /** UDIM tiles, height as float EXR. */
  static void canvasTiles(PackBuilder p) {
    MapSet m = new MapSet(Recipe.SAILCLOTH, 512);
    for (int tile : new int[] {1001, 1002, 1011}) {
      String f = "OiledCanvas/TT_OiledCanvas_";
      p.picture(f + "BaseColor." + tile + ".png", tinted(m.baseColour(), tile))
          .picture(f + "Roughness." + tile + ".png", m.roughness())
          .picture(f + "Normal_DirectX." + tile + ".png", m.normal8(false))
          .picture(f + "Displacement." + tile + ".exr", m.heightFloat());
    }
    p.text("OiledCanvas/licence.txt", Texts.ccBy("I. Fenn, Tinder & Tarn"))
        .text(
            "OiledCanvas/about.txt",
            Texts.readme("Oiled canvas", "Tinder & Tarn", "I. Fenn", "2.0", 0.2));
  }

  private static Pixels tinted(Pixels p, int tile) {
    return p.mapLevels(2, v -> v * (tile == 1002 ? 4 : 3) / 5);
  }

  /** Names that say nothing; a MaterialX document says all. */
  static void byDocument(PackBuilder p) {
    MapSet m = new MapSet(Recipe.SAILCLOTH, 512);
    p.picture("tex/a1.png", m.baseColour())
        .picture("tex/a2.png", m.roughness())
        .picture("tex/a3.png", m.normal8(true))
        .picture("tex/a4.png", m.height16())
        .text(
            "patched_sailcloth.mtlx",
            """
            <?xml version="1.0"?>
            <materialx version="1.39" colorspace="lin_rec709">
              <nodegraph name="patched_sailcloth_maps">
                <tiledimage name="colour" type="color3">
                  <input name="file" type="filename" value="tex/a1.png" colorspace="srgb_texture"/>
                  <input name="realworldimagesize" type="vector2" value="0.25, 0.25"/>
                </tiledimage>
                <tiledimage name="rough" type="float">
                  <input name="file" type="filename" value="tex/a2.png"/>
                </tiledimage>
                <tiledimage name="bend" type="vector3">
                  <input name="file" type="filename" value="tex/a3.png"/>
                </tiledimage>
                <normalmap name="bent" type="vector3">
                  <input name="in" type="vector3" nodename="bend"/>
                </normalmap>
                <tiledimage name="rise" type="float">
                  <input name="file" type="filename" value="tex/a4.png"/>
                </tiledimage>
                <output name="out_colour" type="color3" nodename="colour"/>
                <output name="out_rough" type="float" nodename="rough"/>
                <output name="out_bent" type="vector3" nodename="bent"/>
                <output name="out_rise" type="float" nodename="rise"/>
              </nodegraph>
              <standard_surface name="patched_sailcloth" type="surfaceshader">
                <input name="base_color" type="color3" nodegraph="patched_sailcloth_maps" output="out_colour"/>
                <input name="specular_roughness" type="float" nodegraph="patched_sailcloth_maps" output="out_rough"/>
                <input name="normal" type="vector3" nodegraph="patched_sailcloth_maps" output="out_bent"/>
              </standard_surface>
              <displacement name="patched_sailcloth_relief" type="displacementshader">
                <input name="displacement" type="float" nodegraph="patched_sailcloth_maps" output="out_rise"/>
                <input name="scale" type="float" value="0.0008"/>
              </displacement>
              <surfacematerial name="Patched_Sailcloth" type="material">
                <input name="surfaceshader" type="surfaceshader" nodename="patched_sailcloth"/>
                <input name="displacementshader" type="displacementshader" nodename="patched_sailcloth_relief"/>
              </surfacematerial>
            </materialx>
            """)
        .text("README", "Source: Hollow Ash Scans\nLicence: CC-BY-4.0\n");
  }

  /** Colourways of one plaster, packed with Zstandard. */
  static void limewashColours(PackBuilder p) {
    MapSet m = new MapSet(Recipe.LIMEWASH_PLASTER, 512);
    int[][] tints = {{100, 100, 100}, {96, 88, 74}, {78, 84, 88}};
    String[] names = {"white", "cream", "grey"};
    for (int i = 0; i < 3; i++) {
      int[] t = tints[i];
      Pixels c = m.baseColour();
      for (int ch = 0; ch < 3; ch++) {
        int k = t[ch];
        c = c.mapLevels(ch, v -> v * k / 100);
      }
      String f = "limewash/limewash_" + names[i] + "_";
      p.picture(f + "col.png", c)
          .picture(f + "nml.png", m.normal8(true))
          .picture(f + "rgh.png", m.roughness());
    }
    p.text("limewash/notes.txt", "Source: Own work\nTile size: 1.50 m\n");
  }

  /** Opens with the password "skerry". */
  static void protectedGlass(PackBuilder p) {
    MapSet m = new MapSet(Recipe.CORK_FLOAT, 512);
    p.password("skerry")
        .picture("RibbedLensGlass_Color.png", m.baseColour())
        .picture("RibbedLensGlass_Normal_OpenGL.png", m.normal8(true))
        .picture("RibbedLensGlass_Opacity.png", Pixels.u8(512, 512, 1, new byte[512 * 512]))
        .text("terms.txt", Texts.ownTerms("Gantry Nine"));
  }

  /** An archive in the archive for each size; the large one is the small one enlarged. */
  static void twoSizes(PackBuilder p) {
    MapSet m = new MapSet(Recipe.BLEACHED_LARCH, 256);
    PackBuilder small = p.inner();
    PackBuilder large = p.inner();
    String f = "worn_larch_";
    small
        .picture(f + "diff_512.png", m.baseColour())
        .picture(f + "nor_dx_512.png", m.normal8(false))
        .picture(f + "rough_512.png", m.roughness());
    large
        .picture(f + "diff_1k.png", enlarged(m.baseColour(), 1024))
        .picture(f + "nor_dx_1k.png", enlarged(m.normal8(false), 1024))
        .picture(f + "rough_1k.png", enlarged(m.roughness(), 1024));
    p.archive("worn_larch_512.zip", small)
        .archive("worn_larch_1k.zip", large)
        .text("licence.txt", Texts.ccBy("I. Fenn, Tinder & Tarn"))
        .text("about.txt", Texts.readme("Worn larch", "Tinder & Tarn", "I. Fenn", "1.0", 1.2));
  }

  /** Larger by smooth interpolation between the pixels. */
  private static Pixels enlarged(Pixels p, int side) {
    int n = p.channels();
    int from = p.width();
    byte[] out = new byte[side * side * n];
    for (int c = 0; c < n; c++) {
      float[] plane = p.plane(c);
      for (int y = 0; y < side; y++) {
        for (int x = 0; x < side; x++) {
          double fx = (x + 0.5) * from / side - 0.5;
          double fy = (y + 0.5) * from / side - 0.5;
          int x0 = (int) Math.floor(fx);
          int y0 = (int) Math.floor(fy);
          double tx = fx - x0;
          double ty = fy - y0;
          double top = mix(at(plane, from, x0, y0), at(plane, from, x0 + 1, y0), tx);
          double low = mix(at(plane, from, x0, y0 + 1), at(plane, from, x0 + 1, y0 + 1), tx);
          out[(y * side + x) * n + c] = (byte) Math.round(255 * mix(top, low, ty));
        }
      }
    }
    return Pixels.u8(side, side, n, out);
  }

  private static float at(float[] plane, int side, int x, int y) {
    return plane[Math.floorMod(y, side) * side + Math.floorMod(x, side)];
  }

  private static double mix(double a, double b, double t) {
    return a + (b - a) * t;
  }

  /** A set with as many faults as one can have and still be of use. */
  static void kelpReissue(PackBuilder p) {
    MapSet m = new MapSet(Recipe.WET_KELP, 512);
    Pixels normal = m.normal8(true);
    byte[] curved = new byte[normal.sampleCount()];
    for (int i = 0; i < curved.length; i++) {
      curved[i] = (byte) Math.round(255 * Srgb.fromLinear(normal.at(i)));
    }
    Pixels colour = m.baseColour();
    byte[] rgba = new byte[512 * 512 * 4];
    for (int i = 0; i < 512 * 512; i++) {
      for (int c = 0; c < 3; c++) {
        rgba[4 * i + c] = (byte) colour.level(3 * i + c);
      }
      rgba[4 * i + 3] = (byte) 255;
    }
    Pixels height = m.height8();
    short[] eight = new short[512 * 512];
    for (int i = 0; i < eight.length; i++) {
      eight[i] = (short) (height.level(i) * 257);
    }
    float[] rough = Resampler.area(m.roughness().plane(0), 512, 512, 300, 200);
    byte[] odd = new byte[300 * 200];
    for (int i = 0; i < odd.length; i++) {
      odd[i] = (byte) Math.round(255 * rough[i]);
    }
    p.picture("KelpReissue/kelp_Albedo.png", Pixels.u8(512, 512, 4, rgba))
        .picture("KelpReissue/kelp_Normal.png", Pixels.u8(512, 512, 3, curved))
        .picture("KelpReissue/kelp_Height.png", Pixels.u16(512, 512, 1, eight))
        .picture("KelpReissue/kelp_Roughness.png", Pixels.u8(300, 200, 1, odd))
        .picture("KelpReissue/kelp_Metallic.png", m.roughness())
        .text(
            "KelpReissue/readme.txt",
            Texts.readme("Kelp reissue", "Hollow Ash Scans", "Hollow Ash", "0.9", 0.5));
  }

  /** Entries that try to get out, beside a sound set. */
  static void oddEntries(PackBuilder p) {
    MapSet m = new MapSet(Recipe.SHELL_PATH, 512);
    p.picture("quay_path_c.png", m.baseColour())
        .picture("quay_path_n.png", m.normal8(true))
        .picture("quay_path_h.png", m.height16())
        .bytes("../outside.txt", "out".getBytes(StandardCharsets.UTF_8))
        .bytes("/etc/outside.txt", "out".getBytes(StandardCharsets.UTF_8))
        .bytes("C:\\outside.txt", "out".getBytes(StandardCharsets.UTF_8))
        .bytes("broken.png", new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13});
  }

  /** Letters that can mean two things, a colour map that carries its opacity, a bare name. */
  static void boards(PackBuilder p) {
    MapSet a = new MapSet(Recipe.BLEACHED_LARCH, 512);
    MapSet net = new MapSet(Recipe.NET_MESH, 512);
    p.picture("boards_d.png", a.baseColour())
        .picture("boards_n.png", a.normal8(false))
        .picture("boards_b.png", a.height8())
        .picture("boards_o.png", a.occlusion())
        .picture("net_curtain.png", net.baseColourWithOpacity())
        .picture("net_curtain_n.png", net.normal8(true))
        .picture("boards_detail.png", a.roughness())
        .text("read me.txt", "Boathouse boards\n\nSource: Own work\nTile size: 120 cm\n");
  }
}
