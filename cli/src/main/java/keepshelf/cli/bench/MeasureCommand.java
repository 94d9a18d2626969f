package keepshelf.cli.bench;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Field;
import keepshelf.core.measure.MeasuredLine;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Finds the width of a tile from a line on the base colour. */
@Command(
    name = "measure",
    mixinStandardHelpOptions = true,
    description = "How wide a tile is, from a line along something of known length.",
    footer = {
      "",
      "Examples:",
      "  keepshelf measure slate_shingle --line 100,40,100,1890 --length '8 x 75 mm'",
      "  keepshelf measure slate_shingle --line 0,512,1024,512 --length 60cm --keep",
      "Exit codes: 0 done; 2 wrong use; 3 could not be done."
    })
public final class MeasureCommand implements Callable<Integer> {
  @Parameters(
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  String item;

  @Option(
      names = "--line",
      required = true,
      split = ",",
      arity = "1",
      paramLabel = "X0,Y0,X1,Y1",
      description = "Both ends in pixels of the base colour, from the top left.")
  List<Double> line;

  @Option(
      names = "--length",
      required = true,
      paramLabel = "LENGTH",
      description = "How long that is: 60cm, 0.6 m, '8 x 75 mm'.")
  String length;

  @Option(
      names = "--resolution",
      paramLabel = "R",
      description = "Pixels of this edition; the largest otherwise.")
  String resolution;

  @Option(names = "--keep", description = "Record it as the item's tile.")
  boolean keep;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      ShelvedItem s = shelf.item(item);
      List<String> has = s.item().resolutions();
      String r = resolution != null ? resolution : has.isEmpty() ? null : has.getLast();
      Optional<MapRecord> colour =
          s.item().mapsAt(r).stream()
              .filter(m -> m.role() == MapRole.BASE_COLOUR && m.width() > 0)
              .findFirst();
      if (colour.isEmpty()) {
        throw new ShelfException(
            Problem.error(
                "no-map",
                s.item().key(),
                Words.of("measureCommand.has-no-base-colour-could", s.item().name())));
      }
      return measured(shelf, s, colour.get());
    } catch (ShelfException e) {
      out.problem(e.problem());
      return ItemArguments.exit(e);
    }
  }

  private int measured(Shelf shelf, ShelvedItem s, MapRecord on) throws ShelfException {
    double metres;
    double tile;
    MeasuredLine drawn;
    try {
      if (line.size() != 4) {
        throw new IllegalArgumentException(Words.of("measureCommand.line-has-four-numbers-x0"));
      }
      drawn = new MeasuredLine(line.get(0), line.get(1), line.get(2), line.get(3), on.width());
      metres = MeasuredLine.typed(length);
      tile = drawn.tile(metres);
    } catch (IllegalArgumentException e) {
      out.problem(Problem.error("use", null, e.getMessage()));
      return Exit.USE;
    }
    if (keep) {
      shelf
          .editing()
          .set(List.of(s.item().id()), Field.TILE, String.format(Locale.ROOT, "%.6f m", tile));
    }
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("item", s.item().id());
      m.put("length_metres", metres);
      m.put("line_pixels", drawn.pixels());
      m.put("tile_metres", tile);
      m.put("error_metres", drawn.error(metres));
      m.put("kept", keep);
      out.json(m);
    } else {
      out.say(
          Words.of("measureCommand.tile-is-wide", tile, drawn.error(metres) * 1000, keep ? 1 : 0));
    }
    return Exit.DONE;
  }
}
