package keepshelf.cli.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.bench.BenchItem;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.measure.Sharpness;
import keepshelf.core.measure.Shot;
import keepshelf.core.model.Length;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.analyse.VisibleRepetition;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says which edition a shot needs. */
@Command(
    name = "sharp",
    mixinStandardHelpOptions = true,
    description = "Which edition of an item a shot needs, which is wasted, and what each costs.",
    footer = {
      "",
      "Examples:",
      "  keepshelf sharp slate_shingle --distance 2.5 --lens 35 --output 1920",
      "  keepshelf sharp slate_shingle --distance 80cm --angle 60 --output 3840",
      "Exit codes: 0 done; 2 wrong use; 3 could not be done."
    })
public final class SharpCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  String item;

  @Option(
      names = "--distance",
      required = true,
      paramLabel = "METRES",
      description = "From the camera to the surface.")
  String distance;

  @Option(names = "--lens", paramLabel = "MM", description = "Focal length in millimetres.")
  Double lens;

  @Option(
      names = "--sensor",
      paramLabel = "MM",
      defaultValue = "36",
      description = "Width of the sensor in millimetres.")
  double sensor;

  @Option(
      names = "--angle",
      paramLabel = "DEGREES",
      description = "Horizontal angle of view, in place of lens and sensor.")
  Double angle;

  @Option(
      names = "--output",
      required = true,
      paramLabel = "PX",
      description = "Width of the picture in pixels.")
  int output;

  @Option(names = "--finish", paramLabel = "F", description = "With the tile of a finish.")
  String finish;

  @Option(
      names = "--repetition",
      description = "Also how easily the eye sees that the tile repeats (reads the colours).")
  boolean repetition;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    Shot shot;
    try {
      if ((lens == null) == (angle == null)) {
        throw new IllegalArgumentException(Words.of("sharpCommand.give-either-lens-or-angle"));
      }
      double metres = Length.metres(distance.strip(), "m");
      shot =
          lens == null
              ? Shot.ofAngle(metres, angle, output)
              : new Shot(metres, lens, sensor, output);
    } catch (IllegalArgumentException e) {
      out.problem(Problem.error("use", null, e.getMessage()));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem s = shelf.item(item);
      Finish f = finish == null ? null : ItemArguments.finish(s, finish);
      Double said = f != null && f.tileMetres() != null ? f.tileMetres() : s.item().tileMetres();
      double tile = said == null ? Previews.ASSUMED_TILE_METRES : said;
      if (said == null) {
        out.problem(
            Problem.note(
                "tile-unknown",
                s.item().key(),
                Words.of(
                    "sharpCommand.nobody-said-how-wide-tile", s.item().name(), s.item().key())));
      }
      VisibleRepetition seen = null;
      if (repetition) {
        seen =
            BenchItem.of(shelf.folder(), shelf.previews(), s, null)
                .repetition(f, shot.distanceMetres())
                .orElse(null);
        if (seen == null) {
          out.problem(
              Problem.note(
                  "no-colour",
                  s.item().key(),
                  Words.of("sharpCommand.has-no-base-colour-nothing")));
        }
      }
      print(Sharpness.of(s.item(), tile, shot), seen);
      return Exit.DONE;
    } catch (IOException e) {
      out.problem(
          Problem.error(
              "not-read", item, Words.of("sharpCommand.maps-cannot-read", item, e.getMessage())));
      return Exit.FAILED;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return ItemArguments.exit(e);
    }
  }

  private void print(Sharpness s, VisibleRepetition seen) {
    if (!out.json) {
      out.say(Words.of("sharpCommand.shot-shows", s.needed(), s.tileMetres(), s.label()));
      for (Sharpness.EditionSharpness e : s.editions()) {
        out.say(
            String.format(
                Locale.ROOT,
                "  %-4s %7.0f px/m  %-16s %s",
                e.resolution(),
                e.pixelsPerMetre(),
                e.verdict().id(),
                Words.of(
                    "sharpCommand.from-and-memory",
                    e.nearest(),
                    Math.round(e.memory() / 1e6),
                    Math.round(e.compressed() / 1e6))));
      }
      if (seen != null) {
        out.say(
            Words.of(
                "sharpCommand.what-gives-repetition-away-has",
                seen.contrast() * 100,
                seen.contrast() < VisibleRepetition.FOUND
                    ? Words.of("sharpCommand.hardly-anybody-finds-it")
                    : seen.contrast() < VisibleRepetition.PLAIN
                        ? Words.of("sharpCommand.who-looks-finds-it")
                        : Words.of("sharpCommand.seen-at-once")));
      }
      return;
    }
    List<Map<String, Object>> editions = new ArrayList<>();
    for (Sharpness.EditionSharpness e : s.editions()) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("resolution", e.resolution());
      m.put("pixels_per_metre", Math.round(e.pixelsPerMetre()));
      m.put("verdict", e.verdict().id());
      m.put("nearest_metres", Math.round(e.nearest() * 1e4) / 1e4);
      m.put("memory_bytes", e.memory());
      m.put("memory_compressed_bytes", e.compressed());
      editions.add(m);
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("tile", List.of(s.tileMetres(), s.tileHeightMetres()));
    m.put("pixels_per_metre_needed", Math.round(s.needed()));
    m.put("needed", s.label());
    m.put("editions", editions);
    if (seen != null) {
      m.put(
          "repetition",
          Map.of(
              "contrast",
              Math.round(seen.contrast() * 1e4) / 1e4,
              "structure",
              Math.round(seen.structure() * 1e4) / 1e4,
              "spots",
              seen.spots().stream()
                  .map(x ->
                      Map.of(
                          "x", Math.round(x.x() * 1e3) / 1e3, "y", Math.round(x.y() * 1e3) / 1e3))
                  .toList()));
    }
    out.json(m);
  }
}
