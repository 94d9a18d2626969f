package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.PackRecord.FileRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.store.SqliteCatalogue;
import keepshelf.core.words.Phrase;
import keepshelf.demo.ManyPacks;
import keepshelf.imaging.colour.OkLab;

/**
 * A shelf with a great many items from the demo's generator. The records are written as filing
 * would write them; only the looking at each picture is left out. Start it by itself with a folder
 * and a number to try the window on such a shelf.
 */
public final class ManyShelf {
  private ManyShelf() {}

  /** Makes the shelf: the folder and how many items. */
  public static void main(String[] args) throws IOException, ShelfException {
    make(Path.of(args[0]), Integer.parseInt(args[1]));
  }

  /** Makes a shelf of {@code items} materials in {@code root} unless one is there. */
  public static void make(Path root, int items) throws IOException, ShelfException {
    ShelfFolder shelf = new ShelfFolder(root.toAbsolutePath());
    if (Files.exists(shelf.catalogue())) {
      return;
    }
    shelf.create();
    try (SqliteCatalogue catalogue = SqliteCatalogue.open(shelf.catalogue())) {
      for (ManyPacks.Pack p : ManyPacks.write(shelf.packs(), items)) {
        Map<String, OkLab> colours = new HashMap<>();
        PackRecord record = record(shelf, p, colours);
        Files.write(shelf.packRecord(record.folder()), Json.pretty(record));
        catalogue.addPack(record);
        catalogue.pictures().putColours(colours);
        catalogue.putPackText(
            record.id(), Files.readString(shelf.resolve(record.folder() + "/license.txt")));
      }
    }
  }

  private static PackRecord record(ShelfFolder shelf, ManyPacks.Pack p, Map<String, OkLab> colours)
      throws IOException {
    String folder = "packs/" + p.folder();
    String id = "p" + Hashes.sha256(folder).substring(0, 12);
    List<FileRecord> files = new ArrayList<>();
    List<ItemRecord> items = new ArrayList<>();
    for (ManyPacks.Item i : p.items()) {
      List<MapRecord> maps = new ArrayList<>();
      for (String f : i.files()) {
        Path at = shelf.resolve(folder + "/" + f);
        String sha = Hashes.sha256(at);
        files.add(new FileRecord(f, "map", Files.size(at), sha));
        MapRole role = role(f);
        int side = Integer.parseInt(f.replaceAll(".*_(\\d+)\\.png$", "$1"));
        maps.add(
            new MapRecord(
                f,
                role,
                null,
                Resolution.label(side),
                side,
                side,
                3,
                8,
                "png",
                role == MapRole.NORMAL ? "gl" : null,
                null,
                0.97,
                List.of(Phrase.plain("The name says so.")),
                sha,
                Files.size(at),
                null));
        if (role == MapRole.BASE_COLOUR) {
          colours.put(sha, OkLab.ofSrgb(i.rgb()));
        }
      }
      items.add(
          new ItemRecord(
              "i" + Hashes.sha256(id + "/" + i.key()).substring(0, 12),
              i.key(),
              title(i.key()),
              ItemKind.MATERIAL,
              Workflow.METAL_ROUGH,
              null,
              i.rgb() % 5 == 0 ? null : (i.rgb() % 40 + 1) / 20.0,
              maps,
              List.of()));
    }
    Path text = shelf.resolve(folder + "/license.txt");
    files.add(new FileRecord("license.txt", "document", Files.size(text), Hashes.sha256(text)));
    return new PackRecord(
        id,
        p.name(),
        p.version(),
        p.source(),
        null,
        p.licence(),
        null,
        folder,
        null,
        "2026-0" + (1 + p.name().length() % 9) + "-04T10:00:00Z",
        items,
        files,
        null,
        null,
        List.of());
  }

  private static String title(String key) {
    StringBuilder b = new StringBuilder();
    for (String w : key.split("_")) {
      b.append(b.isEmpty() ? "" : " ")
          .append(Character.toUpperCase(w.charAt(0)))
          .append(w.substring(1));
    }
    return b.toString();
  }

  private static MapRole role(String file) {
    return file.contains("_color_")
        ? MapRole.BASE_COLOUR
        : file.contains("_rough_") ? MapRole.ROUGHNESS : MapRole.NORMAL;
  }
}
