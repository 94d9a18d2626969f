package keepshelf.demo.pack;

import java.util.List;
import keepshelf.demo.archive.PackBuilder;
import keepshelf.demo.archive.Texts;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.pixel.Pixels;

/** Packs of materials in the naming habits of six sources. */
final class MaterialPacks {
  private MaterialPacks() {}

  static void harbourMetals(PackBuilder p) {
    MapSet copper = new MapSet(Recipe.VERDIGRIS_COPPER, 2048);
    String c = "HarbourMetals/Verdigris_Copper/Verdigris_Copper_2K_";
    p.picture(c + "BaseColor.png", copper.baseColour())
        .picture(c + "Roughness.png", copper.roughness())
        .picture(c + "Metallic.png", copper.metallic())
        .picture(c + "NormalGL.png", copper.normal8(true))
        .picture(c + "Height.png", copper.height16())
        .picture(c + "AmbientOcclusion.png", copper.occlusion());
    MapSet hull = new MapSet(Recipe.RUST_STREAKED_HULL, 1024);
    String h = "HarbourMetals/Hull_Plate/Rust_Streaked_Hull_1K_";
    p.picture(h + "BaseColor.png", hull.baseColour())
        .picture(h + "ORM.png", hull.packed())
        .picture(h + "NormalGL.png", hull.normal8(true))
        .picture(h + "Height.png", hull.height16());
    p.picture("HarbourMetals/Preview/Verdigris_Copper_preview.jpg", preview(copper))
        .text(
            "HarbourMetals/readme.txt",
            Texts.readme("Harbour Metals", "Brinewell Surfaces", "M. Harrow", "1.2", 0.6))
        .text("HarbourMetals/LICENSE.txt", Texts.cc0("Brinewell Surfaces"))
        .bytes("__MACOSX/HarbourMetals/._readme.txt", new byte[] {0, 5, 22, 7})
        .bytes("HarbourMetals/.DS_Store", new byte[] {0, 0, 0, 1, 'B', 'u', 'd', '1'});
  }

  static Pixels preview(MapSet m) {
    return new MapSet(m.recipe(), 256).baseColour();
  }

  static void tarredRope(PackBuilder p) {
    for (int side : new int[] {1024, 512}) {
      MapSet m = new MapSet(Recipe.TARRED_ROPE, side);
      String f = side == 1024 ? "tarred-rope/1K/tarred-rope_" : "tarred-rope/512/tarred-rope_";
      p.picture(f + "albedo.png", m.baseColour())
          .picture(f + "rough.png", m.roughness())
          .picture(f + "nrm.png", m.normal8(false))
          .picture(f + "disp.png", m.height16())
          .picture(f + "ao.png", m.occlusion());
    }
    p.text(
            "tarred-rope/about.txt",
            Texts.readme(
                "Tarred rope",
                "Brinewell Surfaces",
                "M. Harrow",
                "2",
                Recipe.TARRED_ROPE.tileMetres()))
        .text("tarred-rope/licence.txt", Texts.cc0("Brinewell Surfaces"));
  }

  static void bleachedLarch(PackBuilder p) {
    MapSet m = new MapSet(Recipe.BLEACHED_LARCH, 1024);
    String f = "textures/bleached_larch_";
    p.picture(f + "diff_1k.jpg", m.baseColour())
        .picture(f + "rough_1k.jpg", m.roughness())
        .picture(f + "nor_gl_1k.png", m.normal16(true))
        .picture(f + "disp_1k.png", m.height16())
        .picture(f + "ao_1k.jpg", m.occlusion())
        .text("licence.txt", Texts.ccBy("I. Fenn, Tinder & Tarn"))
        .text(
            "about.txt",
            Texts.readme(
                "Salt-bleached larch",
                "Tinder & Tarn",
                "I. Fenn",
                "1.3",
                Recipe.BLEACHED_LARCH.tileMetres()))
        .bytes("Thumbs.db", new byte[] {(byte) 0xD0, (byte) 0xCF, 0x11, (byte) 0xE0});
  }

  static void seaWornBrass(PackBuilder p) {
    MapSet m = new MapSet(Recipe.SEA_WORN_BRASS, 1024);
    p.picture("SeaWornBrass_DIF.tif", m.diffuse())
        .picture("SeaWornBrass_SPC.tif", m.specular())
        .picture("SeaWornBrass_GLS.tif", m.gloss())
        .picture("SeaWornBrass_NRM.tif", m.normal16(false))
        .picture("SeaWornBrass_HGT.tif", m.height16())
        .text("Licence.txt", Texts.ccBy("I. Fenn, Tinder & Tarn"))
        .text(
            "Read me.txt",
            Texts.readme(
                "Sea-worn brass",
                "Tinder & Tarn",
                "I. Fenn",
                "1.0",
                Recipe.SEA_WORN_BRASS.tileMetres()));
  }

  static void barnacleCrust(PackBuilder p) {
    MapSet m = new MapSet(Recipe.BARNACLE_CRUST, 1024);
    String f = "HA_BarnacleCrust/maps/BarnacleCrust_";
    p.picture(f + "albedo.jpg", m.baseColour())
        .picture(f + "normal_dx.png", m.normal8(false))
        .picture(f + "roughness.jpg", m.roughness())
        .picture(f + "displacement.tif", m.height16())
        .picture(f + "occlusion.jpg", m.occlusion())
        .picture("HA_BarnacleCrust/renders/barnacle_sphere_render.jpg", preview(m))
        .text("HA_BarnacleCrust/terms.txt", Texts.ownTerms("Hollow Ash Scans"))
        .text(
            "HA_BarnacleCrust/about.txt",
            Texts.readme(
                "Barnacle crust",
                "Hollow Ash Scans",
                "Hollow Ash",
                null,
                Recipe.BARNACLE_CRUST.tileMetres()));
  }

  static void slateShingle(PackBuilder p) {
    MapSet m = new MapSet(Recipe.SLATE_SHINGLE, 1024);
    String f = "Slate-Shingle/Slate-Shingle-";
    p.picture(f + "Colour.jpg", m.baseColour())
        .picture(f + "Normal.png", m.normal8(true))
        .picture(f + "Roughness.jpg", m.roughness())
        .picture(f + "Height.png", m.height16())
        .picture(f + "AO.jpg", m.occlusion())
        .text("Slate-Shingle/terms.txt", Texts.ownTerms("Hollow Ash Scans"))
        .text(
            "Slate-Shingle/about.txt",
            Texts.readme(
                "Slate shingle",
                "Hollow Ash Scans",
                "Hollow Ash",
                "1.1",
                Recipe.SLATE_SHINGLE.tileMetres()));
  }

  static void weaves(PackBuilder p) {
    MapSet sail = new MapSet(Recipe.SAILCLOTH, 512);
    MapSet net = new MapSet(Recipe.NET_MESH, 512);
    p.picture("weaves/color_sailcloth.png", sail.baseColour())
        .picture("weaves/normal_sailcloth.png", sail.normal8(true))
        .picture("weaves/rough_sailcloth.png", sail.roughness())
        .picture("weaves/height_sailcloth.png", sail.height8())
        .picture("weaves/color_net_mesh.png", net.baseColour())
        .picture("weaves/normal_net_mesh.png", net.normal8(true))
        .picture("weaves/rough_net_mesh.png", net.roughness())
        .picture("weaves/opacity_net_mesh.png", net.opacity())
        .text("weaves/LICENSE", Texts.cc0("Pebblejar"))
        .text(
            "weaves/readme.md",
            Texts.readme("Weaves", "Pebblejar", "Pebblejar", null, Recipe.SAILCLOTH.tileMetres()));
  }

  static void shoreFloor(PackBuilder p) {
    MapSet shell = new MapSet(Recipe.SHELL_PATH, 1024);
    MapSet cork = new MapSet(Recipe.CORK_FLOAT, 512);
    p.picture("Shell Path/basecolor.jpg", shell.baseColour())
        .picture("Shell Path/normal.png", shell.normal8(true))
        .picture("Shell Path/roughness.jpg", shell.roughness())
        .picture("Shell Path/height.png", shell.height8())
        .picture("Shell Path/thumbnail.jpg", preview(shell))
        .picture("Cork Float/basecolor.jpg", cork.baseColour())
        .picture("Cork Float/normal.png", cork.normal8(true))
        .picture("Cork Float/roughness.jpg", cork.roughness())
        .picture("Cork Float/detail.jpg", cork.height8())
        .text("readme.txt", "Shore floor\n\nSource: Pebblejar\n");
  }

  static void boatPaint(PackBuilder p) {
    for (Recipe r : List.of(Recipe.BOAT_PAINT_RED, Recipe.BOAT_PAINT_BLUE)) {
      MapSet m = new MapSet(r, 1024);
      String f = "BoatPaint/T_BoatPaint_" + (r == Recipe.BOAT_PAINT_RED ? "Red" : "Blue") + "_";
      p.picture(f + "D.png", m.baseColour())
          .picture(f + "N.png", m.normal8(false))
          .picture(f + "ORM.png", m.packed())
          .picture(f + "H.png", m.height16());
    }
    p.text("BoatPaint/EULA.txt", Texts.ownTerms("Gantry Nine"))
        .text(
            "BoatPaint/info.txt",
            Texts.readme(
                "Boat paint",
                "Gantry Nine",
                "Gantry Nine",
                "1.3",
                Recipe.BOAT_PAINT_RED.tileMetres()));
  }

  static void limewash(PackBuilder p) {
    MapSet m = new MapSet(Recipe.LIMEWASH_PLASTER, 1024);
    p.picture("limewash_plaster_col.png", m.baseColour())
        .picture("limewash_plaster_nml.png", m.normal8(true))
        .picture("limewash_plaster_rgh.png", m.roughness())
        .picture("limewash_plaster_bump.png", m.height8())
        .text(
            "notes.txt",
            "Limewashed plaster, keeper's room, north wall.\n\n"
                + "Source: Own work\n"
                + "Tile size: 1.50 m\n");
  }

  static void wetKelp(PackBuilder p) {
    MapSet m = new MapSet(Recipe.WET_KELP, 1024);
    p.picture("wet_kelp_BaseColor.png", m.baseColour())
        .picture("wet_kelp_Roughness.png", m.roughness())
        .picture("wet_kelp_Normal.png", m.normal8(true))
        .text(
            "readme.txt",
            Texts.readme(
                "Wet kelp", "Hollow Ash Scans", "Hollow Ash", null, Recipe.WET_KELP.tileMetres()));
  }
}
