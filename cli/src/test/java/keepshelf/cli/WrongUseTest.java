package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What makes no sense is answered with what would, and nothing is changed by it. */
class WrongUseTest {
  @TempDir static Path dir;
  private static Path shelf;
  private String out;
  private String err;

  @BeforeAll
  static void fill() throws Exception {
    shelf = dir.resolve("shelf");
    Path zip = dir.resolve("quay_nets.zip");
    byte[] rgb = new byte[32 * 32 * 3];
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = (byte) (90 + 60 * Math.sin(i * 0.04) + i % 7 * 5);
    }
    Path p = dir.resolve("p.png");
    ImageEncoder.png(Pixels.u8(32, 32, 3, rgb), p, 4);
    try (ZipOutputStream z = new ZipOutputStream(Files.newOutputStream(zip))) {
      for (String n : List.of("net_mesh_color", "net_mesh_rough", "cork_float_color")) {
        z.putNextEntry(new ZipEntry(n + ".png"));
        z.write(Files.readAllBytes(p));
      }
    }
    Files.writeString(
        dir.resolve("orders.csv"), "Product,Paid,Ordered on\nNets,5 EUR,2026-01-02\n");
    Files.writeString(dir.resolve("broken.json"), "{\"schema\": 1,\n \"id\": }");
    Files.writeString(dir.resolve("paths.txt"), "a/net_color.png\r\na/net_rough.png\n\n");
    Files.write(dir.resolve("latin.txt"), new byte[] {'a', (byte) 0xE9, '\n'});
    StringWriter w = new StringWriter();
    assertThat(
            Main.run(
                new PrintWriter(w),
                new PrintWriter(w),
                "take-in",
                zip.toString(),
                "--shelf",
                shelf.toString()))
        .as(w.toString())
        .isLessThan(2);
    for (String host : List.of("Lanternhouse", "Kilnwork")) {
      Main.run(
          new PrintWriter(w),
          new PrintWriter(w),
          "hosts",
          "--add",
          host,
          "--profile",
          host.toLowerCase(java.util.Locale.ROOT),
          "--folder",
          dir.resolve(host).toString(),
          "--shelf",
          shelf.toString());
    }
  }

  private int run(String line) {
    List<String> args = new ArrayList<>();
    for (String word : line.split(" ")) {
      args.add(word.replace("DIR", dir.toString()).replace('_', ' ').replace("~", "_"));
    }
    if (!line.startsWith("recognise")) {
      args.addAll(List.of("--shelf", shelf.toString()));
    }
    StringWriter o = new StringWriter();
    StringWriter e = new StringWriter();
    int code = Main.run(new PrintWriter(o), new PrintWriter(e), args.toArray(String[]::new));
    out = o.toString();
    err = e.toString();
    assertThat(out + err).doesNotContain("\tat ").doesNotContain("Exception");
    return code;
  }

  /** A tilde stands for an underscore, an underscore for a space within a word. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '^',
      value = {
        "install net~mesh | 2 | Name items and hosts",
        "install --host Lanternhouse | 2 | Name items and hosts",
        "install net~mesh --host Lanternhouse --resume | 2 | Name items and hosts",
        "install net~mesh --host Lanternhouse --tile 0 | 2 | A tile of 0 m cannot be",
        "install net~mesh --host Lanternhouse --tile -3 | 2 | cannot be",
        "install net~mesh --host Lanternhouse --tile wide | 2 | ",
        "install net~mesh --host Lanternhouse --as sofa | 2 | surface, plane, relief-floor",
        "install net~mesh --host Lanternhouse --model-unit ell | 2 | m, cm, mm, in or ft",
        "install net~mesh --host Lanternhouse --brightness 0 | 2 | has to be above 0",
        "install net~mesh --host Nowhere | 3 | Nowhere",
        "install nothing --host Lanternhouse | 3 | nothing",
        "install net~mesh --host Lanternhouse --finish Rusty | 2 | Rusty",
        "install net~mesh --host Lanternhouse --resolution 8K | 3 | is not on the shelf at 8K",
        "install net~mesh --host Lanternhouse --unheard | 2 | --unheard",
        "hosts --add X --profile nowhere --folder DIR/x | 2 | There is no profile “nowhere”",
        "hosts --add X --profile lanternhouse | 2 | --folder",
        "hosts --add X --profile lanternhouse --folder DIR/p.png | 3 | is a file, not a folder",
        "hosts --add X --profile DIR/broken.json --folder DIR/x | 3 | line 2",
        "hosts --check-profile DIR/broken.json | 3 | line 2",
        "hosts --check-profile DIR/p.png | 2 | does not end in .json",
        "hosts --show-profile nowhere | 2 | There is no profile",
        "hosts --moved Nowhere --to DIR/x | 3 | Nowhere",
        "hosts --open Nowhere | 3 | Nowhere",
        "owned --import DIR/orders.csv | 2 | Say who it is from",
        "owned --add Nets | 2 | Say who it is from",
        "owned --import DIR/orders.csv --source Pebblejar | 2 | The list has: Product, Paid,"
            + " Ordered on",
        "owned --import DIR/gone.csv --source Pebblejar --map pack=Product | 3 | gone.csv",
        "owned --import DIR/orders.csv --source Pebblejar --map pack=Wares | 2 | Wares",
        "owned --import DIR/orders.csv --source Pebblejar --map wares=Product | 2 | wares",
        "owned --add Nets --source Pebblejar --price cheap | 2 | is no amount",
        "owned --add Nets --source Pebblejar --date yesterday | 2 | is no day",
        "owned --remove Ropes --source Pebblejar | 3 | Nothing called “Ropes”",
        "renew --host Nowhere | 3 | Nowhere",
        "uninstall net~mesh --host Nowhere | 3 | Nowhere",
        "show nothing | 3 | nothing",
        "edit net~mesh --set | 2 | ",
        "edit net~mesh --set tile=wide | 3 | wide",
        "edit net~mesh --set wares=1 | 2 | wares",
        "edit nothing --set tile=1 | 3 | nothing",
        "edit net~mesh --set rating=9 | 3 | 9",
        "finish net~mesh --name Rusty --remove | 2 | Rusty",
        "finish net~mesh --set tile=1 | 2 | Give the finish a name",
        "finish net~mesh --name Rusty --set wares=1 | 2 | is no setting",
        "finish net~mesh --name Rusty --set roughness=loud | 2 | loud",
        "finish net~mesh --name Rusty --set tile=1 --remove | 2 | Give the finish a name",
        "finish net~mesh --export DIR/f.json | 2 | Say which finish",
        "finish net~mesh --name Rusty --export DIR/f.json | 3 | Rusty",
        "finish net~mesh --import DIR/broken.json | 3 | broken.json",
        "finish net~mesh --import DIR/broken.json --set tile=1 | 2 | change it afterwards",
        "search --saved nothing | 2 | nothing",
        "recognise DIR/gone.zip | 3 | gone.zip",
        "recognise --names-only DIR/gone.txt | 3 | is not there",
        "recognise --names-only DIR/latin.txt | 3 | UTF-8",
        "recognise | 2 | PATH",
        "duplicates DIR/gone | 3 | is not there",
        "preview net~mesh | 2 | --out",
        "preview net~mesh --out DIR/o.png --shape sofa | 2 | sofa",
        "preview net~mesh --out DIR/o.png --light nowhere | 3 | nowhere",
        "preview net~mesh --out DIR/o.png --light net~mesh | 3 | is no light",
        "preview nothing --out DIR/o.png | 3 | nothing",
        "make nothing --maps height | 3 | nothing",
        "make net~mesh --maps sound | 2 | sound",
        "take-in DIR/gone.zip | 3 | gone.zip",
        "take-in | 2 | PATH",
        "preview net~mesh --out DIR/o.png --size large | 2 | large",
        "preview net~mesh --out DIR/o.png --object 0 | 2 | ",
        "preview net~mesh --out DIR/o.png --finish Rusty | 2 | Rusty",
        "preview net~mesh --out DIR/o.png --resolution 16K | 3 | 16K",
        "measure net~mesh | 2 | --l",
        "measure net~mesh --line 0,0,1,1 --length wide | 2 | wide",
        "measure net~mesh --line here --length 1m | 2 | here",
        "measure net~mesh --line 5,5,5,5 --length 1m | 2 | ",
        "measure nothing --line 0,0,9,9 --length 1m | 3 | nothing",
        "sharp net~mesh | 2 | --distance",
        "sharp net~mesh --distance 0 | 2 | ",
        "sharp nothing --distance 2 --output 1920 --lens 35 | 3 | nothing",
        "projects --client Harbour | 2 | --add",
        "projects --add Tideline --kind odd | 2 | odd",
        "projects --add Tideline --handed-over odd | 2 | odd",
        "projects --add Tideline --seats 0 | 2 | ",
        "projects --add Tideline --from yesterday | 2 | yesterday",
        "projects --freeze Nowhere | 3 | Nowhere",
        "projects --compare Nowhere | 3 | Nowhere",
        "use net~mesh --project Nowhere | 3 | Nowhere",
        "use net~mesh | 2 | --project",
        "verdicts --project Nowhere | 3 | Nowhere",
        "credits --project Nowhere | 3 | Nowhere",
        "report Nowhere | 2 | ",
        "like nothing | 3 | nothing",
        "like DIR/gone.png | 3 | gone.png",
        "like net~mesh --for Nowhere | 3 | Nowhere",
        "sources --add Tarn --feed nonsense | 3 | nonsense",
        "sources --forget Nowhere | 3 | Nowhere",
        "fetch Nowhere | 3 | Nowhere",
        "let-go nothing | 3 | nothing",
        "bin --empty --restore x | 2 | ",
        "move DIR/p.png | 3 | p.png",
        "backup DIR/p.png | 3 | p.png",
        "export | 2 | ",
        "import DIR/broken.json | 3 | broken.json",
        "ensembles Wall --part front=nothing | 3 | nothing",
        "ensembles Wall | 3 | Wall",
        "make net~mesh --enlarge 3K | 2 | 3K",
        "make net~mesh --bond DIR/broken.json | 2 | without an item",
        "make --name Wall --bond DIR/gone.json | 3 | gone.json",
        "make net~mesh | 2 | ",
        "nonsense | 2 | nonsense",
        "list --colour | 2 | --colour"
      })
  void whatIsWrongIsAnswered(String line, int code, String said) {
    long before = files();
    assertThat(run(line)).as(err).isEqualTo(code);
    assertThat(err).contains(said == null ? "" : said);
    assertThat(err).as("a next step").isNotBlank();
    assertThat(files()).as("nothing was changed").isEqualTo(before);
  }

  private static long files() {
    try (var all = Files.walk(shelf.resolve("packs"))) {
      return all.filter(Files::isRegularFile).mapToLong(p -> p.toFile().length()).sum();
    } catch (java.io.IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private JsonNode json(String line, int code) {
    assertThat(run(line + " --json")).as(err).isEqualTo(code);
    return JsonMapper.shared().readTree(out);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "list | 0 | items",
        "show net~mesh | 0 | key",
        "search net | 0 | items",
        "hosts | 0 | hosts",
        "owned | 0 | owned",
        "licences | 0 | licences",
        "sources | 0 | sources",
        "projects | 0 | projects",
        "finish net~mesh | 0 | finishes",
        "bin | 0 | entries",
        "duplicates | 0 | groups",
        "renew --host Lanternhouse | 0 | installations",
        "install net~mesh --host Lanternhouse --plan | 0 | installations",
        "recognise --names-only DIR/paths.txt | 0 | arrivals",
        "owned --import DIR/orders.csv --columns | 0 | columns"
      })
  void askingIsAnsweredInJson(String line, int code, String field) {
    JsonNode r = json(line, code);
    assertThat(r.isObject()).isTrue();
    assertThat(r.propertyNames()).as(out).contains(field);
  }

  @Test
  void onlyColumnsAndGuessesAreSaidOfAListOfOrders() {
    JsonNode r = json("owned --import DIR/orders.csv --columns", 0);
    assertThat(r.path("rows").asInt()).isEqualTo(1);
    assertThat(r.path("guess").path("pack").asString()).isEqualTo("Product");
    assertThat(r.path("guess").path("price").asString()).isEqualTo("Paid");
    assertThat(run("owned --import DIR/orders.csv --columns")).isZero();
    assertThat(out.lines()).containsExactly("Product", "Paid", "Ordered on");
  }

  @Test
  void profilesAreShownAndChecked() throws Exception {
    assertThat(run("hosts --show-profile plain-usd")).isZero();
    Path own = Files.writeString(dir.resolve("own.json"), out, StandardCharsets.UTF_8);
    assertThat(run("hosts --check-profile " + own.toString().replace("_", "~"))).isZero();
    assertThat(out).contains("is sound");
  }

  @Test
  void aPlanNamesWhatWouldBeWrittenAndWritesNothing() {
    JsonNode i =
        json("install net~mesh --host Lanternhouse --plan", 0).path("installations").get(0);
    assertThat(i.path("document").asString()).endsWith(".mtlx");
    assertThat(i.path("files").size()).isEqualTo(3);
    assertThat(dir.resolve("Lanternhouse")).doesNotExist();
    assertThat(run("renew --host Lanternhouse")).isZero();
    assertThat(out).contains("nothing was done");
  }
}
