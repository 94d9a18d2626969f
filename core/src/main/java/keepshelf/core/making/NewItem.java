package keepshelf.core.making;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.intake.Filing;
import keepshelf.core.intake.FilingStep;
import keepshelf.core.intake.OwnPack;
import keepshelf.core.licensing.Licences;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** Puts a material of one's own making on the shelf. */
final class NewItem {
  /** Of four bytes each, as many letters leave room in the 255 bytes of a file's name. */
  private static final int LONGEST_KEY = 50;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;
  private final FilingStep.Listener listener;
  private final @Nullable ShelvedItem before;

  /**
   * Puts them on {@code shelf}.
   *
   * @param before the item that what is made is the next version of, or null
   */
  NewItem(
      ShelfFolder shelf,
      Catalogue catalogue,
      Licences licences,
      FilingStep.Listener listener,
      @Nullable ShelvedItem before) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.listener = listener;
    this.before = before;
  }

  /**
   * What is put there.
   *
   * @param name for people
   * @param tileMetres width of a tile
   * @param reliefMillimetres between black and white of its height, or null when it is flat
   * @param maps in the order they are to be worked out and written; asked for one at a time, so
   *     that no more than one is in memory
   * @param recipe of all of them
   * @param reason why they are there, for people
   * @param workflow of the item
   * @param kept files from elsewhere that it was made of, by their names in the pack
   */
  record Draft(
      String name,
      double tileMetres,
      @Nullable Double reliefMillimetres,
      Map<MapRole, Supplier<Pixels>> maps,
      Recipe recipe,
      Phrase reason,
      Workflow workflow,
      Map<String, Path> kept) {
    Draft {
      maps = new LinkedHashMap<>(maps);
    }

    /** One of metal and roughness. */
    Draft(
        String name,
        double tileMetres,
        @Nullable Double reliefMillimetres,
        Map<MapRole, Supplier<Pixels>> maps,
        Recipe recipe,
        Phrase reason) {
      this(
          name,
          tileMetres,
          reliefMillimetres,
          maps,
          recipe,
          reason,
          Workflow.METAL_ROUGH,
          Map.of());
    }

    /** The same for another workflow. */
    Draft in(Workflow other) {
      return new Draft(name, tileMetres, reliefMillimetres, maps, recipe, reason, other, kept);
    }

    /** The same with files from elsewhere, which are copied. */
    Draft keeping(Map<String, Path> files) {
      return new Draft(name, tileMetres, reliefMillimetres, maps, recipe, reason, workflow, files);
    }
  }

  /** Pixels that are worked out when it is their turn. */
  @FunctionalInterface
  interface Work {
    Pixels done() throws ShelfException;
  }

  /** A map for a {@link Draft}; when it cannot be worked out filing says why. */
  static Supplier<Pixels> later(Work work) {
    return () -> {
      try {
        return work.done();
      } catch (ShelfException e) {
        throw new MapTrouble(e);
      }
    };
  }

  /** A map that could not be worked out when it was its turn. */
  static final class MapTrouble extends RuntimeException {
    private static final long serialVersionUID = 1;
    private final transient ShelfException why;

    MapTrouble(ShelfException why) {
      super(why);
      this.why = why;
    }
  }

  /**
   * Files it.
   *
   * @throws ShelfException when nothing was changed: its licence forbids it, or the disk
   */
  Making.Made file(Draft d, DerivedLicence licence, List<Problem> problems) throws ShelfException {
    Making.refuseForbidden(licence);
    String key = before == null ? key(d.name()) : before.item().key();
    String name = before == null ? d.name() : before.item().name();
    try (OwnPack own = OwnPack.begin(shelf, catalogue, listener)) {
      List<MapRecord> maps = new ArrayList<>();
      for (var m : d.maps().entrySet()) {
        String file = key + "_" + m.getKey().id() + ".png";
        String facing = m.getKey() == MapRole.NORMAL ? "gl" : null;
        maps.add(own.map(file, m.getValue().get(), m.getKey(), facing, d.recipe(), d.reason()));
      }
      for (var k : d.kept().entrySet()) {
        own.keep(k.getKey(), k.getValue());
      }
      if (licence.combined()) {
        licences.put(Objects.requireNonNull(licence.licence()));
      }
      Filing.Filed filed =
          own.file(
              heading(name, licence),
              id ->
                  List.of(
                      new ItemRecord(
                              OwnPack.itemId(id, key),
                              key,
                              name,
                              ItemKind.MATERIAL,
                              d.workflow(),
                              null,
                              d.tileMetres(),
                              maps,
                              List.of())
                          .marked(marks().withRelief(d.reliefMillimetres()))));
      List<Problem> said = new ArrayList<>(problems);
      said.addAll(licence.said());
      String id = filed.pack().items().getFirst().id();
      ShelvedItem now =
          catalogue
              .item(id)
              .orElseGet(
                  () -> new ShelvedItem(filed.pack().items().getFirst(), filed.pack().summary()));
      String pack = filed.alreadyThere() ? null : filed.pack().id();
      return new Making.Made(now, now.item().maps(), pack, List.of(), said);
    } catch (MapTrouble e) {
      throw e.why;
    } catch (IOException e) {
      throw ShelfException.ofDisk(d.name(), "making “" + d.name() + "”", e);
    }
  }

  private OwnPack.Heading heading(String name, DerivedLicence licence) {
    return before == null
        ? new OwnPack.Heading(name, licence.credits(), licence.id())
        : new OwnPack.Heading(
            name,
            licence.credits(),
            licence.id(),
            nextVersion(before),
            new Kinship(before.pack().id(), Kinship.Relation.NEWER_VERSION));
  }

  /** What a person had put on the former version, but for the projects that use that one. */
  private Marks marks() {
    return before == null ? Marks.NONE : before.item().marks().withProjects(List.of());
  }

  /** The version after that of an item that was made here; the first has none, or is 1. */
  static String nextVersion(ShelvedItem before) {
    try {
      return Integer.toString(Integer.parseInt(before.pack().version()) + 1);
    } catch (NumberFormatException e) {
      return "2";
    }
  }

  /** The key of an item of this name, which fits into a file's name with a role behind it. */
  static String key(String name) {
    String k = name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "_");
    int letters = Math.min(k.codePointCount(0, k.length()), LONGEST_KEY);
    k = k.substring(0, k.offsetByCodePoints(0, letters)).replaceAll("^_|_$", "");
    return k.isEmpty() ? "made" : k;
  }
}
