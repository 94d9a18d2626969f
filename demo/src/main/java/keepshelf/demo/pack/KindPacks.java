package keepshelf.demo.pack;

import keepshelf.demo.archive.PackBuilder;
import keepshelf.demo.archive.Texts;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.demo.texture.Sheet;
import keepshelf.imaging.pixel.Pixels;

/** Packs of everything that is no material: lights, overlays, decals, photographs, models. */
final class KindPacks {
  private KindPacks() {}

  static void harbourDawn(PackBuilder p) {
    Pixels large = Sheet.panorama(512, false);
    p.picture("harbour_dawn_fog_1k.hdr", large)
        .picture("harbour_dawn_fog_512.exr", Sheet.panorama(256, false))
        .picture("harbour_dawn_fog_tonemapped.jpg", shown(large))
        .text(
            "licence.txt",
            Texts.cc0("Pebblejar") + "\nSource: Pebblejar\nPage: https://pebblejar.example/dawn\n");
  }

  static void lampRoom(PackBuilder p) {
    p.picture("lamp_room_night/lamp_room_night_1k.hdr", Sheet.panorama(512, true))
        .picture("lamp_room_night/preview.jpg", shown(Sheet.panorama(128, true)))
        .text(
            "lamp_room_night/readme.txt",
            Texts.readme("Lamp room at night", "Gantry Nine", "Gantry Nine", "1.0", 1)
                .replace("Tile size: 1.00 m\n", ""))
        .text("lamp_room_night/EULA.txt", Texts.ownTerms("Gantry Nine"));
  }

  private static Pixels shown(Pixels linear) {
    byte[] out = new byte[linear.sampleCount()];
    for (int i = 0; i < out.length; i++) {
      float v = linear.at(i);
      out[i] = (byte) Math.round(255 * Math.pow(v / (1 + v), 1 / 2.2));
    }
    return Pixels.u8(linear.width(), linear.height(), 3, out);
  }

  static void imperfections(PackBuilder p) {
    p.picture("Imperfections/salt_bloom_01_1k.jpg", Sheet.SALT_BLOOM.grey(1024))
        .picture("Imperfections/drip_streaks_02_1k.jpg", Sheet.DRIP_STREAKS.grey(1024))
        .picture("Imperfections/fingerprints_brass_1k.png", Sheet.FINGERPRINTS.grey(1024))
        .text("Imperfections/LICENSE", Texts.cc0("Pebblejar"))
        .text("Imperfections/readme.md", "# Imperfections\n\nSource: Pebblejar\n");
  }

  static void decals(PackBuilder p) {
    p.picture("decals/decal_harbour_sign_1k.png", Sheet.sign(1024))
        .picture(
            "decals/decal_harbour_sign_nrm.png", new MapSet(Recipe.CORK_FLOAT, 512).normal8(true))
        .picture("gobos/gobo_lens_caustics.png", Sheet.LENS_CAUSTICS.grey(512))
        .text("terms.txt", Texts.ownTerms("Gantry Nine"))
        .text("info.txt", "Decals and light patterns\n\nSource: Gantry Nine\nVersion: 1.0\n");
  }

  static void photographs(PackBuilder p) {
    p.picture("IMG_2041.jpg", Sheet.photograph(900, 600, 411))
        .picture("IMG_2042.jpg", Sheet.photograph(900, 600, 421))
        .picture("keepers room wall.jpg", Sheet.photograph(800, 800, 431))
        .text("note.txt", "Taken at the boathouse.\n\nSource: Own work\n");
  }

  static void bollard(PackBuilder p) {
    MapSet m = new MapSet(Recipe.RUST_STREAKED_HULL, 512);
    p.picture("MooringBollard/textures/bollard_diffuse.jpg", m.baseColour())
        .picture("MooringBollard/textures/bollard_normal.png", m.normal8(true))
        .picture("MooringBollard/textures/bollard_rough.jpg", m.roughness())
        .text(
            "MooringBollard/bollard.mtl",
            "newmtl Iron\nmap_Kd textures/bollard_diffuse.jpg\nnorm textures/bollard_normal.png\n"
                + "map_Pr textures/bollard_rough.jpg\n")
        .text(
            "MooringBollard/bollard.obj",
            Shapes.turned(
                "bollard.mtl",
                "Iron",
                new double[][] {
                  {0.22, 0},
                  {0.22, 0.05},
                  {0.13, 0.1},
                  {0.11, 0.38},
                  {0.17, 0.45},
                  {0.16, 0.52},
                  {0.02, 0.55}
                }))
        .text("MooringBollard/licence.txt", Texts.ccBy("I. Fenn, Tinder & Tarn"))
        .text("MooringBollard/about.txt", "Mooring bollard\n\nSource: Tinder & Tarn\n");
  }

  static void doryAndLantern(PackBuilder p) {
    MapSet wood = new MapSet(Recipe.BLEACHED_LARCH, 512);
    MapSet brass = new MapSet(Recipe.SEA_WORN_BRASS, 512);
    MapSet paint = new MapSet(Recipe.BOAT_PAINT_RED, 512);
    for (Object[] part : new Object[][] {{"Body", paint}, {"Oars", wood}}) {
      String f = "Dory/dory_" + part[0] + "_";
      MapSet m = (MapSet) part[1];
      p.picture(f + "BaseColor.png", m.baseColour())
          .picture(f + "Normal.png", m.normal8(false))
          .picture(f + "OcclusionRoughnessMetallic.png", m.packed());
    }
    p.text(
            "Dory/dory.mtl",
            "newmtl Body\nmap_Kd dory_Body_BaseColor.png\nnewmtl Oars\nmap_Kd"
                + " dory_Oars_BaseColor.png\n")
        .text(
            "Dory/dory.obj",
            Shapes.turnedTwice(
                "dory.mtl",
                "Body",
                new double[][] {{0.05, 0}, {0.7, 0.2}, {0.9, 0.6}},
                "Oars",
                new double[][] {{0.03, 0.5}, {0.03, 2.4}, {0.09, 2.6}}))
        .picture("StormLantern/lantern_col.png", brass.baseColour())
        .picture("StormLantern/lantern_met.png", brass.metallic())
        .picture("StormLantern/lantern_nrm.png", brass.normal8(false))
        .picture("StormLantern/lantern_rgh.png", brass.roughness())
        .text(
            "StormLantern/lantern.obj",
            Shapes.turned(
                "lantern.mtl",
                "Lantern",
                new double[][] {
                  {0.09, 0}, {0.09, 0.05}, {0.07, 0.07}, {0.08, 0.2}, {0.05, 0.27}, {0.01, 0.3}
                }))
        .text("EULA.txt", Texts.ownTerms("Gantry Nine"))
        .text("info.txt", "Dory and storm lantern\n\nSource: Gantry Nine\nVersion: 1.1\n");
  }
}
