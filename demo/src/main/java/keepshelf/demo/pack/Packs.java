package keepshelf.demo.pack;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import keepshelf.demo.archive.PackBuilder;

/** Every archive of the demo data by name, largest work first. */
public final class Packs {
  private Packs() {}

  /** What fills each archive. */
  public static Map<String, Consumer<PackBuilder>> all() {
    Map<String, Consumer<PackBuilder>> m = new LinkedHashMap<>();
    m.put("HarbourMetals_v1.2_2K-PNG.zip", MaterialPacks::harbourMetals);
    m.put("tarred-rope_v2.zip", MaterialPacks::tarredRope);
    m.put("bleached_larch_1k.zip", MaterialPacks::bleachedLarch);
    m.put("SeaWornBrass_SG_TIFF.zip", MaterialPacks::seaWornBrass);
    m.put("HA_BarnacleCrust_Scan.tar.gz", MaterialPacks::barnacleCrust);
    m.put("HA_Slate-Shingle.zip", MaterialPacks::slateShingle);
    m.put("Pebblejar_Weaves.zip", MaterialPacks::weaves);
    m.put("shore-floor_pack.zip", MaterialPacks::shoreFloor);
    m.put("GN-BoatPaint_Colourways_1K.7z", MaterialPacks::boatPaint);
    m.put("limewash-plaster.tar.xz", MaterialPacks::limewash);
    m.put("GN_ShoreGrowth03_1K-JPG.zip", TwicePacks::shoreGrowth);
    m.put("larch_planks_512_jpg.zip", TwicePacks::larchSmall);
    m.put("Pebblejar_Boathouse-Sampler.zip", TwicePacks::sampler);
    m.put("GN_Smudges.zip", TwicePacks::smudges);
    m.put("wet-kelp_1K.zip", MaterialPacks::wetKelp);
    m.put("tarred-rope_v3.zip", OddPacks::ropeAgain);
    m.put("HarbourMetals_v1.2_1K-JPG.zip", OddPacks::metalsSmall);
    m.put("TT_OiledCanvas_UDIM_EXR.zip", OddPacks::canvasTiles);
    m.put("sailcloth-mtlx.zip", OddPacks::byDocument);
    m.put("limewash_colours.tar.zst", OddPacks::limewashColours);
    m.put("Ribbed Lens Glass (protected).zip", OddPacks::protectedGlass);
    m.put("larch_two-sizes.zip", OddPacks::twoSizes);
    m.put("kelp_reissue.zip", OddPacks::kelpReissue);
    m.put("odd-entries.zip", OddPacks::oddEntries);
    m.put("Skerry boards.zip", OddPacks::boards);
    m.put("harbour-dawn-fog_HDRI.zip", KindPacks::harbourDawn);
    m.put("lamp_room_night.7z", KindPacks::lampRoom);
    m.put("Pebblejar_Imperfections.zip", KindPacks::imperfections);
    m.put("GN_Decals-Gobos.zip", KindPacks::decals);
    m.put("Ledger_photos.zip", KindPacks::photographs);
    m.put("MooringBollard_model.zip", KindPacks::bollard);
    m.put("Dory+StormLantern.zip", KindPacks::doryAndLantern);
    return m;
  }
}
