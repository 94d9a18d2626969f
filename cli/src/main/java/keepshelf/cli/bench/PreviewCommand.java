package keepshelf.cli.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.bench.BenchItem;
import keepshelf.core.bench.BenchLights;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Length;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.render.BenchPicture;
import keepshelf.imaging.render.BenchScene;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Renders an item as the bench shows it. */
@Command(
    name = "preview",
    mixinStandardHelpOptions = true,
    description = {
      "Render an item at true size under a light, as the bench shows it.",
      "Lights: lamp-room-window, harbour-dawn, overcast-slip, or any environment light on the"
          + " shelf."
    },
    footer = {
      "",
      "Examples:",
      "  keepshelf preview slate_shingle --out slate.png --shape block --object 1m",
      "  keepshelf preview tarred_rope --out rope.png --light overcast-slip --turn 90 --finish Wet",
      "Exit codes: 0 done; 1 done, but something could not be shown; 2 wrong use; 3 no picture."
    })
public final class PreviewCommand implements Callable<Integer> {
  private static final Pattern SIZE = Pattern.compile("(\\d{1,5})(?:[x×](\\d{1,5}))?");
  private static final int LEAST = 16;
  private static final int MOST = 4096;

  @Parameters(
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  String item;

  @Option(names = "--out", required = true, paramLabel = "FILE.png", description = "Where to.")
  Path file;

  @Option(
      names = "--shape",
      paramLabel = "SHAPE",
      defaultValue = "ball",
      description = "ball, slab, block or drape.")
  String shape;

  @Option(
      names = "--light",
      paramLabel = "LIGHT",
      defaultValue = "lamp-room-window",
      description = "A light of the program, or an environment light on the shelf.")
  String light;

  @Option(
      names = "--turn",
      paramLabel = "DEGREES",
      description = "Turns the light, from the front to the right.")
  double turn;

  @Option(
      names = "--size",
      paramLabel = "PX|WxH",
      defaultValue = "512",
      description = "Size of the picture in pixels.")
  String size;

  @Option(
      names = "--object",
      paramLabel = "METRES",
      defaultValue = "0.5",
      description = "Width of the object, 0.05 to 50 metres.")
  String object;

  @Option(names = "--finish", paramLabel = "F", description = "With a finish.")
  String finish;

  @Option(names = "--resolution", paramLabel = "R", description = "From this edition.")
  String resolution;

  @Option(
      names = "--relief",
      negatable = true,
      defaultValue = "true",
      fallbackValue = "true",
      description = "Raise the relief, as is done unless --no-relief is given.")
  boolean relief;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    Matcher wh = SIZE.matcher(size.strip());
    BenchScene.Shape what = shape();
    double metres;
    try {
      if (what == null) {
        throw new IllegalArgumentException(
            Words.of("previewCommand.no-shape-there-are-ball", shape));
      }
      metres = Length.metres(object.strip(), "m");
      if (!(metres >= 0.05 && metres <= 50)) {
        throw new IllegalArgumentException(Words.of("previewCommand.object-must-be-0-05"));
      }
      if (!wh.matches() || !inRange(wh.group(1)) || wh.group(2) != null && !inRange(wh.group(2))) {
        throw new IllegalArgumentException(
            Words.of("previewCommand.no-size-from-to-write", size, LEAST, MOST));
      }
      if (!Double.isFinite(turn)) {
        throw new IllegalArgumentException(Words.of("previewCommand.turn-must-be-number-degrees"));
      }
    } catch (IllegalArgumentException e) {
      out.problem(Problem.error("use", null, e.getMessage()));
      return Exit.USE;
    }
    int w = Integer.parseInt(wh.group(1));
    int h = wh.group(2) == null ? w : Integer.parseInt(wh.group(2));
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem s = shelf.item(item);
      Finish f = finish == null ? null : ItemArguments.finish(s, finish);
      return render(shelf, s, f, what, metres, w, h);
    } catch (ShelfException e) {
      out.problem(e.problem());
      return ItemArguments.exit(e);
    }
  }

  private static boolean inRange(String text) {
    int v = Integer.parseInt(text);
    return v >= LEAST && v <= MOST;
  }

  private BenchScene.Shape shape() {
    for (BenchScene.Shape s : BenchScene.Shape.values()) {
      if (s.id().equalsIgnoreCase(shape.strip())) {
        return s;
      }
    }
    return null;
  }

  private int render(
      Shelf shelf, ShelvedItem s, Finish f, BenchScene.Shape what, double metres, int w, int h)
      throws ShelfException {
    if (s.item().kind() != ItemKind.MATERIAL && s.item().kind() != ItemKind.OVERLAY) {
      throw refused(
          "no-surface",
          Words.of(
              "previewCommand.no-surface-could-cover-shape",
              s.item().name(),
              s.item().kind().id()));
    }
    if (resolution != null && !s.item().resolutions().contains(resolution)) {
      throw refused(
          "no-edition",
          Words.of(
              "previewCommand.has-no-edition-has",
              s.item().name(),
              resolution,
              String.join(", ", s.item().resolutions())));
    }
    LightField field = light(shelf);
    BenchItem on;
    try {
      on = BenchItem.of(shelf.folder(), shelf.previews(), s, resolution);
    } catch (IOException e) {
      throw refused(
          "no-map", Words.of("previewCommand.cannot-shown", s.item().name(), e.getMessage()));
    }
    List<Problem> problems = new ArrayList<>();
    on.lost().forEach(l -> problems.add(Problem.warning("map-lost", s.item().key(), l)));
    if (!on.isTileKnown(f)) {
      problems.add(
          Problem.note(
              "tile-unknown",
              s.item().key(),
              Words.of("previewCommand.nobody-said-how-wide-tile")));
    }
    BenchScene.Cover cover = on.cover(f, relief);
    BenchScene scene =
        new BenchScene(
            what,
            metres,
            cover,
            new BenchScene.Lighting(field, turn, 0, false),
            BenchScene.View.FRONT,
            false);
    BenchPicture p = new BenchPicture(on.surface(f, false), scene, w, h);
    while (!p.isDone()) {
      p.pass(() -> false);
    }
    write(p.argb(), w, h);
    print(p, cover, relief && on.hasHeights(), field, w, h, problems);
    return out.problems(problems) ? Exit.PROBLEMS : Exit.DONE;
  }

  private void write(int[] argb, int w, int h) throws ShelfException {
    Path to = file.toAbsolutePath();
    try {
      if (to.getParent() != null) {
        Files.createDirectories(to.getParent());
      }
      ImageEncoder.png(Previews.pixels(argb, w, h), to, 6);
    } catch (IOException e) {
      throw refused("not-written", DiskTrouble.sentence(e, "writing " + to));
    }
  }

  private void print(
      BenchPicture p,
      BenchScene.Cover cover,
      boolean raised,
      LightField field,
      int w,
      int h,
      List<Problem> problems) {
    Path to = file.toAbsolutePath().normalize();
    if (!out.json) {
      out.say(to.toString());
      return;
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("picture", to.toString());
    m.put("width", w);
    m.put("height", h);
    m.put("samples", p.passes());
    m.put("shape", shape.strip().toLowerCase(java.util.Locale.ROOT));
    m.put("light", field.title());
    m.put("tile", List.of(cover.tileWidth(), cover.tileHeight()));
    m.put("relief_mm", raised ? Math.round(cover.laying().relief() * 1e6) / 1e3 : null);
    m.put("problems", problems);
    out.json(m);
  }

  private LightField light(Shelf shelf) throws ShelfException {
    BenchLights lights = new BenchLights(shelf.previews());
    Optional<Light> own = BenchLights.own(light);
    if (own.isPresent()) {
      return lights.of(own.get());
    }
    ShelvedItem s = shelf.item(light);
    if (s.item().kind() != ItemKind.ENVIRONMENT) {
      throw refused(
          "no-light", Words.of("previewCommand.no-light-name-environment-light", s.item().name()));
    }
    try {
      return lights.of(s);
    } catch (IOException e) {
      throw refused("no-light", e.getMessage());
    }
  }

  private ShelfException refused(String code, String why) {
    return new ShelfException(Problem.error(code, item, why));
  }
}
