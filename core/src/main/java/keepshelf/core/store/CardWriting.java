package keepshelf.core.store;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.Family;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem.PackSummary;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.colour.OkLab;
import org.jdbi.v3.core.Handle;

/** Writes what boards and search need of each item, whenever the item itself is written. */
final class CardWriting {
  private CardWriting() {}

  /** Adds the cards and the words of items of a pack, whose rows in {@code item} are there. */
  static void insert(Handle h, List<ItemRecord> items, PackSummary pack) {
    if (!items.isEmpty()) {
      CardTables.tick(h);
      write(h, items, pack);
    }
  }

  /** The same as a part of a change that is counted already. */
  static void write(Handle h, List<ItemRecord> items, PackSummary pack) {
    if (items.isEmpty()) {
      return;
    }
    Map<String, OkLab> colours = colours(h, pack.id());
    // The last of all cards may stand there still, see CardTables.empty.
    var cards =
        h.prepareBatch(
            "insert or replace into card(item_id, pack_id, key, name, kind, workflow, tile_metres,"
                + " marks, board, resolutions, roles, maps, bytes, severity, state, colour_of, l,"
                + " a, b, made, change) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?,"
                + " ?, ?, ?, (select n from card_clock))");
    for (ItemRecord i : items) {
      String colourOf = i.seen().map(MapRecord::sha256).orElse(null);
      OkLab colour = colours.get(colourOf);
      Problem.Severity worst = ItemCard.worst(i);
      cards.add(
          i.id(),
          pack.id(),
          i.key(),
          i.name(),
          i.kind().id(),
          i.workflow().id(),
          i.tileMetres(),
          i.marks().isNone() ? null : Json.line(i.marks()),
          Family.board(i),
          ItemCard.resolutionBits(i),
          ItemCard.roleBits(i),
          i.maps().size(),
          i.bytes(),
          worst == null ? null : worst.id(),
          i.look(),
          colourOf,
          colour == null ? null : colour.l(),
          colour == null ? null : colour.a(),
          colour == null ? null : colour.b(),
          i.isPartlyMade() ? 1 : 0);
    }
    cards.execute();
    words(h, items, pack);
  }

  /** Adds the words of items of a pack whose cards are there. */
  static void words(Handle h, List<ItemRecord> items, PackSummary pack) {
    var words =
        h.prepareBatch(
            "insert into words(rowid, name, source, creator, tags, notes, files, other) values"
                + " ((select row from card where item_id = ?), ?, ?, ?, ?, ?, ?, ?)");
    for (ItemRecord i : items) {
      words.add(
          i.id(),
          i.name() + " " + i.key().replace('_', ' '),
          pack.source(),
          pack.creator(),
          String.join(" ", i.marks().tags())
              + " "
              + String.join(" ", i.marks().collections())
              + " "
              + String.join(" ", i.marks().projects()),
          i.marks().notes(),
          files(i),
          other(i, pack));
    }
    words.execute();
  }

  /** The colours that are known of the pictures of a pack. */
  private static Map<String, OkLab> colours(Handle h, String pack) {
    Map<String, OkLab> out = new HashMap<>();
    h.createQuery(
            "select distinct c.sha256, c.l, c.a, c.b from item i join map m on m.item_id = i.id"
                + " join picture_colour c on c.sha256 = m.sha256 where i.pack_id = ?")
        .bind(0, pack)
        .map((r, c) ->
            out.put(r.getString(1), new OkLab(r.getFloat(2), r.getFloat(3), r.getFloat(4))))
        .list();
    return out;
  }

  /** Names of the files; what their folders are called says nothing about one item. */
  private static String files(ItemRecord i) {
    Set<String> words = new LinkedHashSet<>();
    for (MapRecord m : i.maps()) {
      words.add(m.fileName().replace('_', ' '));
    }
    return String.join(" ", words);
  }

  private static String other(ItemRecord i, PackSummary pack) {
    Set<String> words = new LinkedHashSet<>();
    words.add(pack.name());
    words.add(i.kind().plural());
    words.add(Family.board(i));
    words.add(i.colourway());
    words.add(pack.licence());
    i.roles().forEach(r -> words.add(r.title()));
    i.resolutions().forEach(words::add);
    i.parts()
        .forEach(x -> {
          words.add(x.name());
          words.add(x.made());
        });
    i.also()
        .forEach(o -> {
          words.add(o.name());
          words.add(o.source());
          words.add(o.pack());
        });
    words.remove(null);
    return String.join(" ", words);
  }
}
