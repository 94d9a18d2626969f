package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import keepshelf.cli.frame.Exit;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.model.ItemKind;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * What {@code keepshelf preview} shows of an item is what a renderer that shares nothing with the
 * program shows of the document that was installed of it, under the same environment light.
 */
class ShownAsInstalledTest {
  private static final int SIDE = InHosts.SIDE;
  private static final int PIXELS = 48;
  private static final double OBJECT = 0.5;
  private static final double TILE = 0.35;
  private static final List<String> HOSTS = List.of("quickfoot", "proscenia");

  @TempDir static Path dir;
  private static Shelf shelf;
  private static SkyPicture sky;
  private static String light;

  @BeforeAll
  static void fill() throws Exception {
    sky = new SkyPicture();
    Path f = folder("sky");
    sky.save(f.resolve("tide_sheds_evening_hdri.hdr"));
    take(f);
    float[] height = InHosts.field(11);
    Pixels rough = InHosts.grey16(InHosts.field(6));

    f = folder("Kai Moertel (2K)");
    png(InHosts.colour(4), f, "kai-mortar_BaseColour");
    png(rough, f, "kai-mortar_rgh");
    png(turnedGreen(InHosts.normal(height, 0.05)), f, "kai-mortar_nrm_dx");
    take(f);

    f = folder("brass");
    png(InHosts.colour(7), f, "SeaWornBrass_albedo");
    png(InHosts.grey16(InHosts.field(9)), f, "SeaWornBrass_metalness");
    png(rough, f, "SeaWornBrass_roughness");
    png(InHosts.normal(InHosts.field(12), 0.08), f, "SeaWornBrass_normal_OpenGL");
    take(f);

    f = folder("gloss");
    png(InHosts.colour(14), f, "wetkelp_diffuse");
    png(InHosts.changed(rough, i -> 0.9f - 0.6f * (rough.at(i))), f, "wetkelp_gloss");
    png(specular(), f, "wetkelp_specular");
    take(f);

    f = folder("lamp");
    png(InHosts.colour(15), f, "lamp_glass_Color");
    png(InHosts.colour(16), f, "lamp_glass_Emissive");
    png(orm(), f, "lamp_glass_ORM");
    take(f);

    shelf = Shelf.open(dir.resolve("shelf"));
    for (String h : HOSTS) {
      shelf.installer().addHost(new HostRecord(h, h, dir.resolve(h).toString()));
    }
    light =
        shelf.catalogue().items().stream()
            .filter(s -> s.item().kind() == ItemKind.ENVIRONMENT)
            .map(s -> s.item().id())
            .findFirst()
            .orElseThrow();
  }

  @AfterAll
  static void close() {
    shelf.close();
  }

  private static Path folder(String name) throws Exception {
    return Files.createDirectories(dir.resolve("packs/" + name));
  }

  private static void png(Pixels p, Path folder, String name) throws Exception {
    ImageEncoder.png(p, folder.resolve(name + ".png"), 1);
  }

  private static void take(Path folder) {
    run("take-in", folder.toString());
  }

  private static Pixels turnedGreen(Pixels normal) {
    return InHosts.changed(normal, i -> i % 3 == 1 ? 1 - normal.at(i) : normal.at(i));
  }

  /** Dark where nothing is metal, coloured in a few places that are. */
  private static Pixels specular() {
    float[] where = InHosts.field(17);
    byte[] b = new byte[3 * where.length];
    for (int i = 0; i < where.length; i++) {
      boolean metal = where[i] > 0.7f;
      b[3 * i] = (byte) (metal ? 220 : 56);
      b[3 * i + 1] = (byte) (metal ? 190 : 56);
      b[3 * i + 2] = (byte) (metal ? 130 : 56);
    }
    return Pixels.u8(SIDE, SIDE, 3, b);
  }

  private static Pixels orm() {
    float[] a = InHosts.field(18);
    float[] m = InHosts.field(19);
    byte[] b = new byte[3 * a.length];
    for (int i = 0; i < a.length; i++) {
      b[3 * i] = (byte) 255;
      b[3 * i + 1] = (byte) (80 + 150 * a[i]);
      b[3 * i + 2] = (byte) (m[i] > 0.6f ? 255 : 0);
    }
    return Pixels.u8(SIDE, SIDE, 3, b);
  }

  private static void run(String... args) {
    StringWriter err = new StringWriter();
    List<String> all = new ArrayList<>(List.of(args));
    all.addAll(List.of("--shelf", dir.resolve("shelf").toString()));
    int rc =
        Main.run(
            new PrintWriter(new StringWriter()),
            new PrintWriter(err, true),
            all.toArray(String[]::new));
    assertThat(rc).as("%s: %s", all, err).isIn(Exit.DONE, Exit.PROBLEMS);
  }

  /** Each of the pictures is right to 0.01 of the display's range, grain included. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "Kai Mortar     | -",
        "Sea Worn Brass | -",
        "Wetkelp        | -",
        "Lamp Glass     | -",
        "Kai Mortar     | roughness=0.2..0.5; saturation=0.3; brightness=1.3",
        "Kai Mortar     | turn=90; normal=1.6",
        "Kai Mortar     | turn=30; right=0.05; up=-0.02",
        "Sea Worn Brass | turn=-55; hue=40; contrast=1.3; roughness-curve=0.6",
        "Wetkelp        | roughness=0.3..1; tint=#e0c0a0",
        "Lamp Glass     | emission=0.5; ior=1.8",
        "Lamp Glass     | emission=3; inverted=roughness",
      })
  void thePreviewIsThePictureOfTheInstalledDocument(String name, String settings) throws Exception {
    String item = shelf.catalogue().find(name).stream().findFirst().orElseThrow().item().id();
    run("edit", item, "--set", "tile=" + TILE + " m");
    List<String> finish = settings == null ? List.of() : List.of(settings.split("; "));
    BufferedImage shown = shownAndInstalled(item, finish);
    PlainSurface gltf = new GltfSurface(installed(item, "quickfoot"));
    assertThat(difference(displayed(shown), picture(gltf, finish, 20))).isLessThan(0.01);
    // The same samples of the other document, of which fewer do.
    PlainSurface usd = new UsdSurface(installed(item, "proscenia"));
    assertThat(difference(picture(usd, finish, 5), picture(gltf, finish, 5))).isLessThan(0.003);
  }

  private static Path installed(String item, String host) {
    InstallationRecord i =
        shelf.catalogue().installations().stream()
            .filter(x -> x.item().equals(item) && x.host().equals(host))
            .findFirst()
            .orElseThrow();
    assertThat(i.proof().ok()).as(host).isTrue();
    return Path.of(i.document());
  }

  /** The preview with a finish of these settings; installed in all hosts as well. */
  private BufferedImage shownAndInstalled(String item, List<String> settings) throws Exception {
    Path png = dir.resolve("shown.png");
    List<String> install = new ArrayList<>(List.of("install", item));
    HOSTS.forEach(h -> install.addAll(List.of("--host", h)));
    List<String> preview =
        new ArrayList<>(List.of("preview", item, "--out", png.toString(), "--light", light));
    preview.addAll(List.of("--size", "" + PIXELS, "--object", OBJECT + " m", "--no-relief"));
    if (!settings.isEmpty()) {
      List<String> finish = new ArrayList<>(List.of("finish", item, "--name", "Tried"));
      settings.forEach(s -> finish.addAll(List.of("--set", s)));
      run(finish.toArray(String[]::new));
      install.addAll(List.of("--finish", "Tried"));
      preview.addAll(List.of("--finish", "Tried"));
    }
    run(install.toArray(String[]::new));
    run(preview.toArray(String[]::new));
    if (!settings.isEmpty()) {
      run("finish", item, "--name", "Tried", "--remove");
    }
    return ImageIO.read(png.toFile());
  }

  /** The ball with that surface as it is displayed, 0..1; not a number beside it. */
  private static double[] picture(PlainSurface surface, List<String> settings, int samples) {
    double turn =
        Math.toRadians(
            settings.stream()
                .filter(s -> s.startsWith("turn="))
                .mapToDouble(s -> Double.parseDouble(s.substring(5)))
                .findFirst()
                .orElse(0));
    // On the bench the middle of a picture lies foremost, whatever way it is turned.
    double right = TILE / 2 * (Math.cos(turn) - Math.sin(turn));
    double up = TILE / 2 * (Math.cos(turn) + Math.sin(turn));
    double[] out = new PlainBall(surface, sky, OBJECT, right, up).picture(PIXELS, samples);
    for (int i = 0; i < out.length; i++) {
      out[i] = display(out[i]);
    }
    return out;
  }

  private static double[] displayed(BufferedImage shown) {
    double[] out = new double[PIXELS * PIXELS * 3];
    for (int i = 0; i < out.length; i++) {
      int rgb = shown.getRGB(i / 3 % PIXELS, i / 3 / PIXELS);
      out[i] = (rgb >> 16 - 8 * (i % 3) & 255) / 255.0;
    }
    return out;
  }

  /** Mean difference of display values over the ball. */
  private static double difference(double[] is, double[] truth) {
    double sum = 0;
    int n = 0;
    for (int i = 0; i < truth.length; i++) {
      if (!Double.isNaN(truth[i])) {
        sum += Math.abs(is[i] - truth[i]);
        n++;
      }
    }
    assertThat(n).isGreaterThan(PIXELS * PIXELS);
    return sum / n;
  }

  /** The display's curve and the encoding of sRGB. */
  private static double display(double x) {
    if (Double.isNaN(x)) {
      return x;
    }
    double l = x <= 0.5 ? Math.max(0, x) : 1 - 0.5 * Math.exp((0.5 - x) / 0.5);
    return l <= 0.0031308 ? 12.92 * l : 1.055 * Math.pow(l, 1 / 2.4) - 0.055;
  }
}
