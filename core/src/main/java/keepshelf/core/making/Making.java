package keepshelf.core.making;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.bin.Bin;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.bin.LettingGo;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.Progress;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.intake.FilingStep;
import keepshelf.core.intake.OwnPack;
import keepshelf.core.licensing.Licences;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.making.mend.Fault;
import keepshelf.core.making.mend.Faults;
import keepshelf.core.making.mend.MendedPixels;
import keepshelf.core.making.stuff.UnitMemory;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** Makes maps of items on a shelf. What is made stands in packs of its own beside the originals. */
public final class Making {
  /** Part of the slopes that may not close before it is said. */
  private static final double SAID_OPEN = 0.1;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final UnitMemory units = new UnitMemory();
  private final Licences licences;
  private final Bin bin;
  private final FilingStep.Listener listener;

  /** On {@code shelf}; {@code listener} hears each step of putting things on it. */
  public Making(
      ShelfFolder shelf,
      Catalogue catalogue,
      Licences licences,
      Bin bin,
      FilingStep.Listener listener) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.bin = bin;
    this.listener = listener;
  }

  /**
   * A map that an item lacks and that can be made.
   *
   * @param role of it
   * @param of the role of the map it would be worked out of
   */
  public record Missing(MapRole role, MapRole of) {
    /** Whether it would be no more than a guess. */
    public boolean isGuess() {
      return of == MapRole.BASE_COLOUR;
    }
  }

  /** What an item lacks and can be worked out of what it has, in the usual order. */
  public static List<Missing> missing(ShelvedItem item) {
    return MapPlanner.missing(item);
  }

  /**
   * What a set of maps lacks that can be worked out of it, in the usual order.
   *
   * @param has the roles that are there, channels of packed maps included
   */
  public static List<Missing> missing(Set<MapRole> has) {
    return MapPlanner.missing(has::contains);
  }

  /** What would be made; changes nothing. May look at pictures for their relief. */
  public MapPlan plan(ShelvedItem item, MapWish wish) {
    return new MapPlanner(shelf, catalogue, licences, item, wish).plan();
  }

  /**
   * The delivered maps that can be put right by one that stands in their place, and were not yet.
   * May look at pictures.
   */
  public List<Fault> faults(ShelvedItem item) {
    return Faults.of(item, shelf);
  }

  /** What would be put right with these cures; changes nothing. */
  public MapPlan planMending(ShelvedItem item, Set<Cure> cures) {
    return new MapPlanner(shelf, catalogue, licences, item, MapWish.of(Set.of())).mending(cures);
  }

  /**
   * What came of it.
   *
   * @param item as it is shown now
   * @param maps that were made, as the item has them
   * @param pack identifier of the new pack that they stand in, or null when the very same were
   *     there already
   * @param replaced what went into the bin for it
   * @param problems what is to be said
   */
  public record Made(
      ShelvedItem item,
      List<MapRecord> maps,
      @Nullable String pack,
      List<BinEntry> replaced,
      List<Problem> problems) {
    /** Copies the lists. */
    public Made {
      maps = List.copyOf(maps);
      replaced = List.copyOf(replaced);
      problems = List.copyOf(problems);
    }
  }

  /** Takes back what was made: it goes into the bin, and what it replaced comes back. */
  public void takeBack(Made made) throws ShelfException {
    if (made.pack() == null) {
      return;
    }
    LettingGo go = new LettingGo(shelf, catalogue, bin);
    for (ItemRecord i : catalogue.need(made.pack()).items()) {
      ShelvedItem own = catalogue.own(i.id()).orElse(null);
      if (own != null) {
        go.run(go.planPart(own));
      }
    }
    for (BinEntry e : made.replaced()) {
      bin.bringBack(e);
    }
  }

  /**
   * Makes what {@code plan} says.
   *
   * @throws ShelfException when nothing was changed: it may not be made, a map cannot be read, or
   *     the disk
   */
  public Made make(MapPlan plan, Progress progress) throws ShelfException {
    refuseForbidden(plan.licence());
    refuseNothing(plan);
    ShelvedItem item = plan.item();
    String name = item.item().name();
    List<Problem> problems = new ArrayList<>(plan.problems());
    problems.addAll(plan.licence().said());
    try (OwnPack pack = OwnPack.begin(shelf, catalogue, listener)) {
      List<MapRecord> maps = new ArrayList<>();
      List<MapRecord> fresh = new ArrayList<>();
      List<ShelvedItem> old = new ArrayList<>(plan.replaces());
      for (PlannedMake m : plan.maps()) {
        progress.advanced(0, Words.of("making.map-of", m.role().title(), name));
        MapRecord made = one(pack, plan, m, problems);
        maps.add(made);
        // Nothing has changed: the very same file is there already, and stays.
        if (old.removeIf(o -> o.item().maps().getFirst().sha256().equals(made.sha256()))) {
          pack.drop(made);
        } else {
          fresh.add(made);
        }
      }
      String id = fresh.isEmpty() ? null : file(pack, plan, fresh);
      List<BinEntry> replaced = new ArrayList<>();
      LettingGo go = new LettingGo(shelf, catalogue, bin);
      for (ShelvedItem o : old) {
        replaced.add(go.run(go.planPart(o)));
      }
      return made(item, maps, id, replaced, problems);
    } catch (IOException e) {
      throw ShelfException.ofDisk(name, Words.of("making.making-maps", name), e);
    }
  }

  /** Puts new maps on the shelf; the identifier of their pack. */
  private String file(OwnPack pack, MapPlan plan, List<MapRecord> maps) throws ShelfException {
    DerivedLicence licence = plan.licence();
    if (licence.combined()) {
      licences.put(Objects.requireNonNull(licence.licence()));
    }
    String name = Words.of("making.made-maps", plan.item().item().name());
    return pack.file(
            new OwnPack.Heading(name, licence.credits(), licence.id()),
            id -> items(id, plan.item(), maps))
        .pack()
        .id();
  }

  /** Throws when the licence of a parent forbids it. */
  static void refuseForbidden(DerivedLicence licence) throws ShelfException {
    for (Problem p : licence.said()) {
      if (p.severity() == Problem.Severity.ERROR) {
        throw new ShelfException(p);
      }
    }
  }

  private static void refuseNothing(MapPlan plan) throws ShelfException {
    if (plan.maps().isEmpty()) {
      throw new ShelfException(
          plan.problems().stream()
              .findFirst()
              .map(p -> Problem.error(p.code(), p.path(), p.said()))
              .orElse(
                  Problem.error(
                      "nothing-to-make",
                      plan.item().item().key(),
                      Phrase.of("making.nothing-asked-say-which-maps"))));
    }
  }

  private MapMaker.Made pixels(ShelvedItem item, PlannedMake m) throws ShelfException {
    try {
      return new MapMaker(shelf, item).make(m);
    } catch (IOException e) {
      String path = item.path(m.source().map());
      if (e instanceof MendedPixels.NoCure) {
        String name = m.source().map().fileName();
        throw new ShelfException(
            Problem.error(
                "no-cure", path, Phrase.of("making.cannot-put-right", name, e.getMessage())),
            e);
      }
      throw new ShelfException(
          Problem.error(
              "map-unreadable",
              path,
              Phrase.of(
                  "making.cannot-read-nothing-made-check",
                  path,
                  DiskTrouble.sentence(e, Words.of("making.reading")))),
          e);
    }
  }

  /** A name that no other map of the pack has: an item may have a role in several formats. */
  private static String free(OwnPack pack, ShelvedItem item, PlannedMake m) {
    String stem =
        item.item().key()
            + "_"
            + m.role().id()
            + "_"
            + String.valueOf(m.source().map().resolution()).toLowerCase(java.util.Locale.ROOT);
    String name = stem + ".png";
    for (int n = 2; Files.exists(pack.file(name)); n++) {
      name = stem + "_" + n + ".png";
    }
    return name;
  }

  private MapRecord one(OwnPack pack, MapPlan plan, PlannedMake m, List<Problem> problems)
      throws IOException, ShelfException {
    ShelvedItem item = plan.item();
    MapMaker.Made made = pixels(item, m);
    String file = free(pack, item, m);
    if (made.open() > SAID_OPEN) {
      problems.add(
          Problem.warning(
              "slopes-open",
              m.source().map().fileName(),
              Phrase.of(
                  "making.slopes-belong-to-no-surface",
                  made.open() * 100,
                  m.source().map().fileName(),
                  m.role().inSentence())));
    }
    if (m.isMend()) {
      stillFound(m, made.pixels(), problems);
    }
    Recipe recipe =
        m.recipe(
            new Recipe.Parent(
                item.item().id(), m.of().id(), item.pack().version(), m.source().map().sha256()));
    String facing = m.role() == MapRole.NORMAL ? "gl" : null;
    return pack.map(file, made.pixels(), m.role(), facing, recipe, m.reason());
  }

  /** Says what the check that found a fault would find again. */
  private static void stillFound(PlannedMake m, Pixels p, List<Problem> problems) {
    Fault f = m.fault();
    for (Cure c : f.cures()) {
      if (MendedPixels.isLeft(c, p, f)) {
        problems.add(
            Problem.warning(
                "still-found",
                f.map().fileName(),
                Phrase.of("making.better-than-but-what-found", f.map().fileName(), c.id())));
      }
    }
  }

  /** Each map is an item, so that it can be let go alone; all stand as one with the item. */
  private static List<ItemRecord> items(String pack, ShelvedItem item, List<MapRecord> maps) {
    List<ItemRecord> out = new ArrayList<>();
    Set<String> taken = new HashSet<>();
    for (MapRecord m : maps) {
      String usual = item.item().key() + "_" + m.role().id();
      String key = taken.add(usual) ? usual : m.path().replaceFirst("\\.png$", "");
      out.add(
          new ItemRecord(
                  OwnPack.itemId(pack, key),
                  key,
                  item.item().name() + ", " + m.role().inSentence(),
                  item.item().kind(),
                  item.item().workflow(),
                  null,
                  item.item().tileMetres(),
                  List.of(m),
                  List.of())
              .asPartOf(item.item().id()));
    }
    return out;
  }

  private Made made(
      ShelvedItem before,
      List<MapRecord> maps,
      @Nullable String pack,
      List<BinEntry> replaced,
      List<Problem> problems) {
    ShelvedItem now = catalogue.item(before.item().id()).orElse(before);
    Map<String, MapRecord> bySha = new LinkedHashMap<>();
    now.item().maps().forEach(m -> bySha.put(m.role() + m.sha256(), m));
    return new Made(
        now,
        maps.stream().map(m -> bySha.getOrDefault(m.role() + m.sha256(), m)).toList(),
        pack,
        replaced,
        problems);
  }

  /** Lays units in a bond. */
  public Laying laying() {
    return new Laying(shelf, catalogue, licences, newItem(null), units);
  }

  /** Makes new materials of whole sets. */
  public NewSet sets() {
    return new NewSet(shelf, catalogue, licences, newItem(null));
  }

  /** Makes materials of photographs. */
  public PhotoMaking photos() {
    return new PhotoMaking(catalogue, licences, newItem(null));
  }

  /** Puts items together. */
  public Ensembles ensembles() {
    return new Ensembles(shelf, catalogue, licences, listener);
  }

  /** Makes plain companions. */
  public Companion companion() {
    return new Companion(shelf, licences, newItem(null));
  }

  /** Makes things again of what their parents are now. */
  public Remaking remaking() {
    return new Remaking(shelf, catalogue, licences, this);
  }

  /** Files items; {@code before} is what they are the next version of, or null. */
  NewItem newItem(@Nullable ShelvedItem before) {
    return new NewItem(shelf, catalogue, licences, listener, before);
  }
}
