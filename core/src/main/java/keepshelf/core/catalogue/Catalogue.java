package keepshelf.core.catalogue;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.catalogue.kin.KeptPictures;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/** What the shelf has. Every change is one transaction. */
public interface Catalogue extends AutoCloseable {
  /** Adds a pack with its items; one of the same id is replaced. */
  default void addPack(PackRecord pack) {
    addPack(pack, "");
  }

  /** The same, together with the words of its texts: both or none. */
  void addPack(PackRecord pack, String text);

  /** Which shelf this is the catalogue of; empty for one of an earlier version, or a new one. */
  Optional<ShelfState> state();

  /**
   * Changes the state while nobody else writes.
   *
   * @param how is given the state, or null, and returns what it is to be, or null to leave it
   */
  void claim(UnaryOperator<ShelfState> how);

  /**
   * Puts what stands in the records in the place of what the catalogue has of it, in one step; the
   * records themselves are not written.
   */
  void restore(
      List<HostRecord> hosts,
      List<InstallationRecord> installations,
      List<NamingHabit> habits,
      Collection<KeptApart> keptApart,
      Collection<FileCorrection> corrections);

  /** Whether nothing can be changed, because the disk is full or cannot be written to. */
  boolean readOnly();

  /** Whether its file is whole; reads all of it. */
  boolean sound();

  /** The pack with this id. */
  Optional<PackRecord> pack(String id);

  /**
   * The pack with this id, which was there a moment ago.
   *
   * @throws ShelfException when another process has taken it off the shelf since
   */
  default PackRecord need(String id) throws ShelfException {
    return pack(id)
        .orElseThrow(() ->
            new ShelfException(
                Problem.error(
                    "pack-gone", id, Phrase.of("catalogue.pack-taken-off-shelf-meanwhile", id))));
  }

  /** The pack whose folder, relative to the shelf, this is. */
  Optional<PackRecord> packInFolder(String folder);

  /** All items with their packs' records, by name. */
  List<ShelvedItem> items();

  /** Items of this id, or else with this key or name, whatever the case. */
  List<ShelvedItem> find(String idOrKeyOrName);

  /** All hosts, by name. */
  List<HostRecord> hosts();

  /** Adds a host, or replaces the one of the same name. */
  void putHost(HostRecord host);

  /** All installations. */
  List<InstallationRecord> installations();

  /** The installation with this identifier. */
  Optional<InstallationRecord> installation(String id);

  /** Adds an installation, replacing the one of the same id. */
  default void putInstallation(InstallationRecord installation) {
    putInstallation(installation, null);
  }

  /**
   * Adds or replaces an installation that has come in the place of another one, in one step.
   *
   * @param gone identifier of the other one, or null
   */
  void putInstallation(InstallationRecord installation, @Nullable String gone);

  /**
   * Remembers what a reader found in {@code read}, unless it was installed anew, moved or removed
   * since.
   *
   * @return whether it is remembered
   */
  boolean putProof(InstallationRecord read, InstallationRecord.Proof found);

  /** Forgets an installation. */
  void removeInstallation(String id);

  /**
   * Adds or replaces packs, removes others and puts installations, all in one transaction.
   *
   * @param gone identifiers of packs that are not on the shelf any more
   */
  default void change(
      List<PackRecord> packs, List<String> gone, List<InstallationRecord> installations) {
    change(List.of(), packs, gone, installations);
  }

  /**
   * As {@link #change(List, List, List)}.
   *
   * @param before some of the packs as they stand here; those are not read again
   */
  void change(
      List<PackRecord> before,
      List<PackRecord> packs,
      List<String> gone,
      List<InstallationRecord> installations);

  /** What packs are to others, by the identifier of the pack whose record says so. */
  Map<String, Kinship> kinships();

  /** Packs of the same name and source as {@code pack} that say another version than it does. */
  List<String> otherVersions(String pack);

  /** Identifiers of the packs that items came in, by the item; those that are gone are left out. */
  Map<String, String> packsOf(Collection<String> items);

  /** The item with this identifier as its own pack has it. */
  Optional<ShelvedItem> own(String id);

  /** The item with this identifier, with all that stands as one with it. */
  Optional<ShelvedItem> item(String id);

  /** The items as their packs have them that {@link #items()} shows as the item {@code id}. */
  List<ShelvedItem> parts(String id);

  /** The items that have a map whose file has one of these SHA-256, by name. */
  List<ShelvedItem> withFiles(Set<String> sha256);

  /** The cards of all items as they are now; only what has changed since {@code before} is read. */
  Cards cards(Cards before);

  /** The cards of all items as a person sees them, joined ones as one. */
  default List<ItemCard> cards() {
    return cards(Cards.NONE).shown();
  }

  /** The top of the boards by kind: {@code most} cards of the first ones, without reading all. */
  Glimpse glimpse(int most);

  /**
   * Rows of the cards ({@link ItemCard#row()}) whose words match an FTS5 expression, of those from
   * {@code first} to {@code last}: ranges can be asked for at once.
   */
  int[] rowsWithWords(String expression, int first, int last);

  /** Rows of the packs whose texts match an FTS5 expression. */
  int[] packRowsWithWords(String expression);

  /** Every word that any item has, in order. */
  List<String> words();

  /** Keeps the words of a pack's own texts, as of its licence. */
  void putPackText(String pack, String text);

  /** How many maps all items have. */
  long mapCount();

  /** Identifiers of all packs, in order. */
  List<String> packIds();

  /** The records of all packs without their contents, by name. */
  List<ShelvedItem.PackSummary> packs();

  /**
   * Identifiers of the packs that have an item with one of these keys, spaces, hyphens and
   * underscores left aside.
   */
  List<String> packsWithItems(Set<String> foldedKeys);

  /** The items that were got elsewhere too, as their packs have them. */
  List<ShelvedItem> withOrigins();

  /** Files that were found missing or altered when the shelf was last checked. */
  List<BrokenFile> broken();

  /** Identifiers of the items with such files, as their packs have them. */
  Set<String> brokenItems();

  /** Replaces what is known to be broken in a pack. */
  void putBroken(String pack, List<BrokenFile> files);

  /** A number that changes whenever anything in the catalogue was changed, by whomever. */
  long version();

  /**
   * Merges what many changes left behind in the indexes, when there is much of it, so that
   * questions stay quick. Others may read and write meanwhile; ends early when interrupted.
   */
  void tidy();

  /** Writes a consistent copy of the catalogue to {@code file}, which must not exist. */
  void backUp(java.nio.file.Path file);

  /** What is kept of what pictures show. */
  KeptPictures pictures();

  /** What a person said and is not asked again. */
  Remembered remembered();

  @Override
  void close();
}
