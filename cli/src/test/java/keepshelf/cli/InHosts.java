package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.function.IntFunction;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** A shelf of made-up sets whose items are installed in hosts, and what arrived. */
abstract class InHosts {
  static final int SIDE = 128;

  @TempDir Path dir;
  Shelf shelf;

  @BeforeEach
  void open() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  /** A tiling height of a few waves and bumps, 0..1, that has no symmetry. */
  static float[] field(long seed) {
    Random r = new Random(seed);
    double[][] waves = new double[9][];
    for (int k = 0; k < waves.length; k++) {
      waves[k] =
          new double[] {r.nextInt(7) - 3, r.nextInt(7) - 3, r.nextDouble() * 6.28, r.nextDouble()};
    }
    float[] out = new float[SIDE * SIDE];
    float low = Float.MAX_VALUE;
    float high = -Float.MAX_VALUE;
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double v = 0;
        for (double[] w : waves) {
          double s = Math.sin(6.283185 * (w[0] * x + w[1] * y) / SIDE + w[2]);
          // Domes, not waves: relief that is turned inside out looks different.
          v += w[3] * s * Math.abs(s);
        }
        int i = y * SIDE + x;
        out[i] = (float) v;
        low = Math.min(low, out[i]);
        high = Math.max(high, out[i]);
      }
    }
    for (int i = 0; i < out.length; i++) {
      out[i] = (out[i] - low) / (high - low);
    }
    return out;
  }

  static Pixels grey16(float[] plane) {
    short[] s = new short[plane.length];
    for (int i = 0; i < s.length; i++) {
      s[i] = (short) Math.round(plane[i] * 65535);
    }
    return Pixels.u16(SIDE, SIDE, 1, s);
  }

  /** Vectors of a height; {@code share} is its relief as a share of the tile. */
  static Pixels normal(float[] height, double share) {
    float[] xyz = NormalMaps.fromHeight(height, SIDE, SIDE, (float) (share * SIDE));
    short[] s = new short[xyz.length];
    for (int i = 0; i < s.length; i++) {
      s[i] = (short) Math.round((xyz[i] * 0.5f + 0.5f) * 65535);
    }
    return Pixels.u16(SIDE, SIDE, 3, s);
  }

  static Pixels colour(long seed) {
    float[] a = field(seed);
    byte[] b = new byte[3 * a.length];
    for (int i = 0; i < a.length; i++) {
      b[3 * i] = (byte) (60 + 150 * a[i]);
      b[3 * i + 1] = (byte) (90 + 90 * a[i]);
      b[3 * i + 2] = (byte) (140 - 60 * a[i]);
    }
    return Pixels.u8(SIDE, SIDE, 3, b);
  }

  static Pixels changed(Pixels p, IntFunction<Float> byIndex) {
    short[] s = new short[p.sampleCount()];
    for (int i = 0; i < s.length; i++) {
      s[i] = (short) Math.round(Math.clamp(byIndex.apply(i), 0f, 1f) * 65535);
    }
    return Pixels.u16(p.width(), p.height(), p.channels(), s);
  }

  Path folder(String name) throws Exception {
    return Files.createDirectories(dir.resolve("packs/" + name));
  }

  void file(Path folder) throws Exception {
    var a = shelf.read(folder.toString(), Progress.NONE);
    shelf.file(a, Filing.Wishes.NONE, Progress.NONE);
    shelf.dismiss(a);
  }

  void slate(Pixels normal, float[] height) throws Exception {
    Path f = folder("slate");
    ImageEncoder.png(colour(5), f.resolve("slate_shingle_BaseColor.png"), 1);
    ImageEncoder.png(grey16(field(6)), f.resolve("slate_shingle_Roughness.png"), 1);
    if (normal != null) {
      ImageEncoder.png(normal, f.resolve("slate_shingle_NormalGL.png"), 1);
    }
    if (height != null) {
      ImageEncoder.png(grey16(height), f.resolve("slate_shingle_Height.png"), 1);
    }
    file(f);
  }

  /** The host of this name; one of a shipped profile is added when it is asked for. */
  HostRecord host(String name) {
    return shelf.catalogue().hosts().stream()
        .filter(h -> h.name().equals(name))
        .findFirst()
        .orElseGet(() -> {
          HostRecord h = new HostRecord(name, name, dir.resolve("hosts/" + name).toString());
          shelf.installer().addHost(h);
          return h;
        });
  }

  InstallPlan plan(String item, String host, InstallOptions o) throws ShelfException {
    return shelf.installer().plan(shelf.item(item), host(host), o);
  }

  InstallationRecord installed(InstallPlan p) throws ShelfException {
    return shelf.installer().prove(p, shelf.installer().install(p, Progress.NONE));
  }

  InstallationRecord proved(String item, String host, InstallOptions o) throws Exception {
    InstallPlan p = plan(item, host, o);
    InstallationRecord i = installed(p);
    assertThat(i.proof().ok()).as("%s: %s", host, i.proof()).isTrue();
    return i;
  }

  static Finish finish(String... settings) {
    Finish f = Finish.named("Tried");
    for (String s : settings) {
      String[] kv = s.split("=");
      f = FinishSetting.ofId(kv[0]).orElseThrow().write(f, kv[1]);
    }
    return f;
  }

  static Path of(InstallationRecord i, MapRole role) {
    return i.files().stream()
        .filter(f -> f.role() == role)
        .map(InstalledFile::path)
        .map(Path::of)
        .findFirst()
        .orElseThrow();
  }

  static boolean agrees(InstallationRecord i, String input) {
    return i.proof().inputs().stream()
        .filter(p -> p.input().equals(input))
        .map(ProvedInput::equal)
        .findFirst()
        .orElseThrow();
  }
}
