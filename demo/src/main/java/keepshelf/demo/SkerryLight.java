package keepshelf.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import java.util.function.Predicate;
import keepshelf.demo.archive.PackBuilder;
import keepshelf.demo.pack.Packs;

/**
 * Writes the archives that six made-up sources would ship for the Skerry Light job: materials,
 * lights, overlays, decals and models with different naming habits and the mess that real packs
 * have: one archive twice, one cut off, one with a password, one with entries that try to get out.
 * The same bytes each time.
 */
public final class SkerryLight {
  /** Archives that a first look at the application finds on the shelf already. */
  public static final List<String> FILED =
      List.of(
          "HarbourMetals_v1.2_2K-PNG.zip",
          "bleached_larch_1k.zip",
          "HA_BarnacleCrust_Scan.tar.gz",
          "Pebblejar_Weaves.zip",
          "tarred-rope_v2.zip",
          "limewash-plaster.tar.xz",
          "HA_Slate-Shingle.zip",
          "harbour-dawn-fog_HDRI.zip",
          "MooringBollard_model.zip",
          "Pebblejar_Imperfections.zip",
          "Ledger_photos.zip",
          "GN_ShoreGrowth03_1K-JPG.zip",
          "larch_planks_512_jpg.zip",
          "Pebblejar_Boathouse-Sampler.zip",
          "GN_Smudges.zip");

  /** Archives that wait in Arrivals at a first look. */
  public static final List<String> WAITING =
      List.of(
          "GN-BoatPaint_Colourways_1K.7z",
          "SeaWornBrass_SG_TIFF.zip",
          "Pebblejar_Weaves (1).zip",
          "wet-kelp_1K.zip",
          "shore-floor_pack.zip",
          "tarred-rope_v3.zip",
          "HarbourMetals_v1.2_1K-JPG.zip",
          "TT_OiledCanvas_UDIM_EXR.zip",
          "sailcloth-mtlx.zip",
          "lamp_room_night.7z",
          "Dory+StormLantern.zip",
          "GN_Decals-Gobos.zip",
          "limewash_colours.tar.zst",
          "Ribbed Lens Glass (protected).zip",
          "larch_two-sizes.zip",
          "kelp_reissue.zip",
          "odd-entries.zip",
          "Skerry boards.zip");

  private final Path folder;
  private final Path work;

  private final Predicate<String> wanted;

  private SkerryLight(Path folder, Path work, Predicate<String> wanted) {
    this.wanted = wanted;
    this.folder = folder;
    this.work = work;
  }

  /** Writes all archives into {@code folder}; those that are there already are kept. */
  public static void write(Path folder) throws IOException {
    write(folder, n -> true);
  }

  /** Writes only the archives of these names. */
  public static void write(Path folder, Set<String> names) throws IOException {
    write(folder, names::contains);
  }

  private static void write(Path folder, Predicate<String> wanted) throws IOException {
    Files.createDirectories(folder);
    Path work = Files.createTempDirectory("keepshelf-demo");
    try {
      new SkerryLight(folder, work, wanted).all();
    } finally {
      try (var left = Files.list(work)) {
        for (Path p : left.toList()) {
          Files.delete(p);
        }
      }
      Files.delete(work);
    }
  }

  /** Writes the archives into the folder named as the only argument. */
  public static void main(String[] args) throws IOException {
    write(Path.of(args[0]));
  }

  private void all() throws IOException {
    List<Callable<Void>> packs = new ArrayList<>();
    Packs.all().forEach((name, contents) -> packs.add(pack(name, contents)));
    try (ExecutorService pool =
        Executors.newFixedThreadPool(Math.max(1, Runtime.getRuntime().availableProcessors()))) {
      for (Future<Void> f : pool.invokeAll(packs)) {
        f.get();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } catch (ExecutionException e) {
      throw new IOException(e.getCause());
    }
    Path again = folder.resolve("Pebblejar_Weaves (1).zip");
    if (wanted.test(again.getFileName().toString()) && !Files.exists(again)) {
      Files.copy(folder.resolve("Pebblejar_Weaves.zip"), again);
    }
  }

  private Callable<Void> pack(String name, Consumer<PackBuilder> contents) {
    return () -> {
      Path to = folder.resolve(name);
      if (wanted.test(name) && !Files.exists(to)) {
        PackBuilder p = new PackBuilder(work);
        contents.accept(p);
        // Written under another name first: a killed run leaves no half archive behind.
        Path beside = Files.createTempDirectory(work, "w").resolve(name);
        p.write(beside);
        if (name.startsWith("wet-kelp")) {
          byte[] whole = Files.readAllBytes(beside);
          Files.write(beside, Arrays.copyOf(whole, whole.length * 3 / 5));
        }
        Files.move(beside, to, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        Files.delete(beside.getParent());
      }
      return null;
    };
  }
}
