package keepshelf.standins.frame;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import tools.jackson.databind.json.JsonMapper;

/**
 * The command line of a simulated host: {@code --read DOCUMENT [--picture FILE]} reports one
 * document as JSON; {@code --folder DIR} reports every document below a folder; {@code --serve}
 * answers each line of its input by a line with the report, until the input ends: a document, and
 * after tabs a picture to draw, which may be empty, and {@code hash=file} for each picture that is
 * known by its contents and the chart that is loaded in its place. Exit code 0 without complaints,
 * 1 with, 2 for wrong use.
 */
public final class Program {
  /** Reads a document; what is not accepted becomes a complaint. */
  @FunctionalInterface
  public interface Reader {
    /** What is in {@code document}. */
    ReadDocument read(Path document) throws IOException;
  }

  private static final int PICTURE_SIDE = 192;

  private final String name;
  private final List<String> endings;
  private final Reader reader;

  /**
   * A program.
   *
   * @param name of the host, with its version
   * @param reader of its documents
   * @param endings of its documents' names
   */
  public Program(String name, Reader reader, String... endings) {
    this.name = name;
    this.endings = List.of(endings);
    this.reader = reader;
  }

  /** Runs it on standard output and ends the process. */
  public void start(String[] args) {
    PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
    if (args.length == 1 && args[0].equals("--serve")) {
      serve(new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8)), out);
      System.exit(0);
    }
    System.exit(run(args, out));
  }

  /** Answers line by line until {@code in} ends. */
  void serve(BufferedReader in, PrintStream out) {
    JsonMapper json = JsonMapper.builder().build();
    in.lines()
        .forEach(line -> {
          String[] parts = line.split("\t");
          Path picture = parts.length > 1 && !parts[1].isEmpty() ? Path.of(parts[1]) : null;
          Map<String, Path> charts = new LinkedHashMap<>();
          for (int i = 2; i < parts.length; i++) {
            int at = parts[i].indexOf('=');
            charts.put(parts[i].substring(0, at), Path.of(parts[i].substring(at + 1)));
          }
          Map<String, Object> r = report(Path.of(parts[0]), picture, new Pictures(charts));
          out.println(json.writeValueAsString(r));
        });
  }

  /** Runs the program, printing to {@code out}; returns the exit code. */
  public int run(String[] args, PrintStream out) {
    Map<String, String> options = new LinkedHashMap<>();
    for (int i = 0; i + 1 < args.length; i += 2) {
      options.put(args[i], args[i + 1]);
    }
    JsonMapper json = JsonMapper.builder().build();
    if (options.containsKey("--read")) {
      String picture = options.get("--picture");
      Map<String, Object> report =
          report(
              Path.of(options.get("--read")),
              picture == null ? null : Path.of(picture),
              new Pictures());
      out.println(json.writeValueAsString(report));
      return ((List<?>) report.get("complaints")).isEmpty() ? 0 : 1;
    }
    if (options.containsKey("--folder")) {
      List<Map<String, Object>> all = new ArrayList<>();
      try {
        documents(Path.of(options.get("--folder")))
            .forEach(f -> all.add(report(f, null, new Pictures())));
      } catch (IOException e) {
        out.println("{\"complaints\":[\"the folder cannot be read\"]}");
        return 1;
      }
      out.println(json.writeValueAsString(Map.of("reader", name, "materials", all)));
      return all.stream().allMatch(r -> ((List<?>) r.get("complaints")).isEmpty()) ? 0 : 1;
    }
    out.println("use: --read DOCUMENT [--picture FILE] | --folder DIR | --serve | --window DIR");
    return 2;
  }

  /** Its name, with the version. */
  public String name() {
    return name;
  }

  /** The documents below {@code folder} that it reads, in order of their names. */
  List<Path> documents(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder, 5)) {
      return files
          .filter(f -> endings.stream().anyMatch(f.toString()::endsWith))
          .filter(f -> !folder.relativize(f).toString().startsWith("."))
          .sorted()
          .toList();
    }
  }

  /** Reads one document; what cannot be read at all becomes its only complaint. */
  ReadDocument read(Path document) {
    try {
      return reader.read(document);
    } catch (IOException | RuntimeException e) {
      ReadDocument d = new ReadDocument();
      d.complain("the document cannot be read: " + e.getMessage());
      return d;
    }
  }

  private Map<String, Object> report(Path document, Path picture, Pictures pictures) {
    Map<String, Object> r = new LinkedHashMap<>();
    r.put("reader", name);
    r.put("document", document.toString());
    try (ReadDocument d = read(document)) {
      pictures.prepare(
          d.surfaces().stream()
              .flatMap(s -> s.inputs().stream())
              .map(ReadSurface.Input::file)
              .filter(Objects::nonNull)
              .toList());
      List<Map<String, Object>> inputs = new ArrayList<>();
      for (ReadSurface s : d.surfaces()) {
        String prefix = d.surfaces().size() < 2 ? "" : s.material() + "/";
        for (ReadSurface.Input i : s.inputs()) {
          inputs.add(input(prefix, i, d, pictures));
        }
      }
      for (ReadDocument.ReadLight l : d.lights()) {
        if (l.picture() != null) {
          Double brightness = l.numbers().get("brightness");
          inputs.add(
              input(
                  "",
                  new ReadSurface.Input("environment", l.picture(), "panorama", null, brightness),
                  d,
                  pictures));
        }
      }
      r.put("material", d.surfaces().isEmpty() ? "" : d.surfaces().getFirst().material());
      r.put("inputs", inputs);
      Map<String, Object> placements = new LinkedHashMap<>();
      for (ReadSurface s : d.surfaces()) {
        if (s.placement() != null) {
          placements.put(s.material(), placement(s));
        }
      }
      r.put("placements", placements);
      if (!d.surfaces().isEmpty() && d.surfaces().getFirst().placement() != null) {
        r.put("placement", placement(d.surfaces().getFirst()));
      }
      r.put("facts", d.facts());
      r.put("relief", relief(d, pictures));
      if (d.base() != null) {
        r.put("base", d.base().toString());
      }
      if (picture != null && d.complaints().isEmpty()) {
        picture(d, picture, pictures, r);
      }
      r.put("complaints", List.copyOf(d.complaints()));
      return r;
    }
  }

  private static Map<String, Object> placement(ReadSurface s) {
    ReadSurface.Placement p = s.placement();
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("tile", p.tile());
    m.put("tileHeight", p.tileHeight());
    m.put("turn", p.turn());
    m.put("offsetU", p.offsetU());
    m.put("offsetV", p.offsetV());
    m.put("hexagons", s.hexagons() == null ? 0.0 : s.hexagons());
    return m;
  }

  /** The relief of each surface that has one, by its name. */
  private static Map<String, Object> relief(ReadDocument d, Pictures pictures) {
    Map<String, Object> out = new LinkedHashMap<>();
    for (ReadSurface s : d.surfaces()) {
      try {
        Map<String, Object> one = ReliefProbe.of(s, pictures);
        if (one != null) {
          out.put(s.material(), one);
        }
      } catch (IOException e) {
        d.complain("the relief of " + s.material() + " cannot be read: " + e.getMessage());
      }
    }
    return out;
  }

  private static void picture(
      ReadDocument d, Path picture, Pictures pictures, Map<String, Object> r) {
    try {
      int[] argb = DocumentPicture.render(d, PICTURE_SIDE, pictures);
      byte[] rgb = new byte[argb.length * 3];
      for (int i = 0; i < argb.length; i++) {
        rgb[3 * i] = (byte) (argb[i] >> 16);
        rgb[3 * i + 1] = (byte) (argb[i] >> 8);
        rgb[3 * i + 2] = (byte) argb[i];
      }
      ImageEncoder.png(Pixels.u8(PICTURE_SIDE, PICTURE_SIDE, 3, rgb), picture, 4);
      r.put("picture", picture.toString());
    } catch (IOException e) {
      d.complain("no picture could be rendered: " + e.getMessage());
    }
  }

  private static Map<String, Object> input(
      String prefix, ReadSurface.Input i, ReadDocument d, Pictures pictures) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("input", prefix + i.input());
    m.put("through", i.through());
    m.put("colourspace", i.colourspace());
    m.put("value", i.value());
    m.put("mean", List.of());
    if (i.file() != null) {
      m.put("file", i.file().toString());
      try {
        Optional<Pictures.Known> known = pictures.known(i.file());
        if (known.isPresent()) {
          m.put("sha256", known.get().sha256());
          m.put("width", known.get().width());
          m.put("height", known.get().height());
          return m;
        }
        Pixels p = pictures.of(i.file());
        m.put("width", p.width());
        m.put("height", p.height());
        m.put("mean", Averages.of(p));
      } catch (IOException e) {
        d.complain("the picture of “" + i.input() + "” cannot be decoded: " + e.getMessage());
      }
    }
    return m;
  }
}
