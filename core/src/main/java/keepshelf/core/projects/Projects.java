package keepshelf.core.projects;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.Origin;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.edit.Editing;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.json.Json;
import keepshelf.core.json.RecordFiles;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * The projects of a shelf. What one is stands in {@code records/projects}, a file each; what it
 * uses are the items that are marked with its name, so that boards and search know them too.
 */
public final class Projects {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;

  /** Those of {@code shelf}. */
  public Projects(ShelfFolder shelf, Catalogue catalogue, Licences licences) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
  }

  /** What files of the project of this name are called, whatever the case. */
  static String key(String name) {
    return "j" + Hashes.sha256(name.strip().toLowerCase(Locale.ROOT)).substring(0, 12);
  }

  private Path file(String name) {
    return shelf.resolve("records/projects/" + key(name) + ".json");
  }

  /** All, by name: those with a record, and those that items are only marked with. */
  public List<Project> all() {
    return all(catalogue.cards());
  }

  /** The same over cards that were read already. */
  public List<Project> all(List<ItemCard> cards) {
    Map<String, Project> out = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    cards.forEach(c -> c.marks().projects().forEach(p -> out.putIfAbsent(p, Project.named(p))));
    recorded().forEach(p -> out.put(p.name(), p));
    return List.copyOf(out.values());
  }

  private List<Project> recorded() {
    return RecordFiles.all(shelf.resolve("records/projects"), Project.class);
  }

  private static Optional<Project> read(Path file) {
    return RecordFiles.read(file, Project.class);
  }

  /**
   * The project of this name, whatever the case.
   *
   * @throws ShelfException when there is none
   */
  public Project need(String name) throws ShelfException {
    List<Project> all = all();
    return all.stream()
        .filter(p -> p.name().equalsIgnoreCase(name.strip()))
        .findFirst()
        .orElseThrow(() ->
            new ShelfException(
                Problem.error(
                    "no-such-project",
                    name,
                    Phrase.of(
                        "projects.there-no-project-shelf",
                        name,
                        all.isEmpty()
                            ? Phrase.of("projects.add-one-with-keepshelf-projects")
                            : Phrase.of(
                                "projects.there",
                                String.join(", ", all.stream().map(Project::name).toList()))))));
  }

  /** Keeps what a project is; what it uses stays, see {@link #use} and {@link #drop}. */
  public void put(Project p) throws ShelfException {
    change(p.name(), was -> was == null ? p : p.using(was.uses()));
  }

  /** Notes a use as it was, after it was dropped. */
  public void restore(Project p, ShelvedItem item, Project.Use use) throws ShelfException {
    use(p, List.of(item), use.finish(), use.how());
    change(p.name(), was -> (was == null ? p : was).with(use));
  }

  /** States of projects that are kept, to be compared with later. */
  public Freezing freezing() {
    return new Freezing(shelf, this);
  }

  /** What was said of the files of projects that no shelf knows. */
  public Settling settling() {
    return new Settling(shelf);
  }

  private void change(String name, UnaryOperator<Project> how) throws ShelfException {
    Path file = file(name);
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      Project was = read(file).orElse(null);
      if (was == null && Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
        throw new ShelfException(
            Problem.error(
                "record",
                file.toString(),
                Phrase.of("projects.record-project-cannot-read-nothing", file)));
      }
      Files.createDirectories(file.getParent());
      FileTrees.writeAtomically(file, Json.pretty(how.apply(was)));
    } catch (IOException e) {
      throw ShelfException.ofDisk(name, Words.of("projects.keeping-project", name), e);
    }
  }

  /**
   * Forgets a project that nothing uses.
   *
   * @throws ShelfException when something does, or the record cannot be removed
   */
  public void remove(Project p) throws ShelfException {
    if (!judged(p).isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "project-in-use",
              p.name(),
              Phrase.of("projects.uses-items-take-them-out", p.name())));
    }
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      Files.deleteIfExists(file(p.name()));
    } catch (IOException e) {
      throw ShelfException.ofDisk(p.name(), Words.of("projects.forgetting-project", p.name()), e);
    }
  }

  /** Notes that a project uses items, each with a finish or null. */
  public void use(Project p, List<ShelvedItem> items, String finish) throws ShelfException {
    use(p, items, finish, "by-hand");
  }

  /**
   * The same, found as {@code how} says; what was known of a use before stays. An ensemble brings
   * the items of its parts.
   */
  public void use(Project p, List<ShelvedItem> items, @Nullable String finish, String how)
      throws ShelfException {
    String today = LocalDate.now().toString();
    List<EnsembleUses.Used> all = EnsembleUses.of(catalogue, items, finish, how);
    mark(p, all.stream().map(EnsembleUses.Used::item).toList(), true);
    change(
        p.name(),
        was -> {
          Project now = was == null ? p : was;
          for (EnsembleUses.Used u : all) {
            ShelvedItem s = u.item();
            Project.Use before = now.use(s.item().id()).orElse(null);
            now =
                now.with(
                    before == null
                        ? new Project.Use(
                            s.item().id(), u.finish(), s.pack().version(), u.how(), today, null)
                        : new Project.Use(
                            before.item(),
                            u.how().equals("by-hand") || u.how().equals(before.how())
                                ? u.finish()
                                : before.finish(),
                            before.version(),
                            before.how(),
                            before.since(),
                            before.overruled()));
          }
          return now;
        });
  }

  /**
   * Notes what was installed as a use of every job that the host works for and that goes on.
   *
   * @return names of the jobs, empty when it is no job's host
   */
  public List<String> installed(InstallationRecord i) throws ShelfException {
    List<String> out = new ArrayList<>();
    String today = LocalDate.now().toString();
    // What is only marked on items has no hosts.
    for (Project p : recorded()) {
      if (p.arrangement().hosts().stream().anyMatch(i.host()::equalsIgnoreCase)
          && p.goesOn(today)) {
        Finish with = i.options().finish();
        use(p, List.of(item(i.item())), with == null ? null : with.name(), "by-installation");
        out.add(p.name());
      }
    }
    return out;
  }

  /**
   * Moves an item's credit past the next one of its group.
   *
   * @param uses the job's, as they are judged
   * @param earlier whether before the one that stands before it, else after the next
   */
  public void credit(Project p, List<JudgedUse> uses, String item, boolean earlier)
      throws ShelfException {
    put(p.arranging(p.arrangement().withCredits(Credits.moved(p, uses, item, earlier))));
  }

  /** Notes that a project does not use items any more. */
  public void drop(Project p, List<ShelvedItem> items) throws ShelfException {
    List<ShelvedItem> all = EnsembleUses.goneWith(catalogue, read(file(p.name())).orElse(p), items);
    mark(p, all, false);
    change(
        p.name(),
        was -> {
          Project now = was == null ? p : was;
          for (ShelvedItem s : all) {
            now = now.without(s.item().id());
          }
          return now;
        });
  }

  private void mark(Project p, List<ShelvedItem> items, boolean used) throws ShelfException {
    new Editing(shelf, catalogue)
        .mark(
            items.stream().map(s -> s.item().id()).toList(),
            Words.of("projects.using-items-2", used ? 1 : 0, p.name()),
            m -> {
              TreeSet<String> all = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
              all.addAll(m.projects());
              if (used) {
                all.add(p.name());
              } else {
                all.remove(p.name());
              }
              return m.withProjects(List.copyOf(all));
            });
  }

  /** A person says that an item may be used whatever the rules say; null takes that back. */
  public void overrule(Project p, ShelvedItem item, @Nullable String why) throws ShelfException {
    change(
        p.name(),
        was -> {
          Project now = was == null ? p : was;
          Project.Use u = now.use(item.item().id()).orElse(unrecorded(item));
          return now.with(
              new Project.Use(u.item(), u.finish(), u.version(), u.how(), u.since(), why));
        });
  }

  private static Project.Use unrecorded(ShelvedItem s) {
    return new Project.Use(s.item().id(), null, s.pack().version(), "by-hand", null, null);
  }

  /** All uses of a project with their verdicts, what is not allowed first, then by name. */
  public List<JudgedUse> judged(Project p) {
    return judged(p, catalogue.cards());
  }

  /** The same over cards that were read already. */
  public List<JudgedUse> judged(Project p, List<ItemCard> cards) {
    List<JudgedUse> out = new ArrayList<>();
    String today = LocalDate.now().toString();
    for (ItemCard c : cards) {
      if (c.marks().projects().stream().anyMatch(n -> n.equalsIgnoreCase(p.name()))) {
        catalogue.item(c.id()).ifPresent(s -> out.add(judge(p, s, today)));
      }
    }
    out.sort(
        Comparator.comparing(JudgedUse::verdict)
            .reversed()
            .thenComparing(u -> u.item().item().name(), String.CASE_INSENSITIVE_ORDER));
    return out;
  }

  /** What would be said of an item if a project used it from today on. */
  public JudgedUse wouldBe(Project p, ShelvedItem s) {
    return judge(p.without(s.item().id()), s, LocalDate.now().toString());
  }

  /** Items by their identifiers; those that are gone are left out. */
  public List<ShelvedItem> items(List<String> ids) {
    return ids.stream().flatMap(id -> catalogue.item(id).stream()).toList();
  }

  /**
   * An item by its identifier.
   *
   * @throws ShelfException when it is gone
   */
  public ShelvedItem item(String id) throws ShelfException {
    return catalogue
        .item(id)
        .orElseThrow(() ->
            new ShelfException(
                Problem.error(
                    "no-such-item", id, Phrase.of("projects.item-taken-off-shelf-meanwhile"))));
  }

  /** The hosts that an item is installed in. */
  public List<String> hostsOf(ShelvedItem s) {
    return catalogue.installations().stream()
        .filter(i -> i.item().equals(s.item().id()))
        .map(InstallationRecord::host)
        .distinct()
        .toList();
  }

  /** The day an item was bought, else taken in, ISO 8601. */
  public static String got(ShelvedItem s) {
    return s.pack().purchase() != null && s.pack().purchase().bought() != null
        ? s.pack().purchase().bought()
        : s.pack().takenIn().substring(0, Math.min(10, s.pack().takenIn().length()));
  }

  /** Judges one use by the terms as they were when it was got. */
  JudgedUse judge(Project p, ShelvedItem s, String today) {
    return judge(p, s, p.use(s.item().id()).orElse(unrecorded(s)), today);
  }

  private JudgedUse judge(Project p, ShelvedItem s, Project.Use use, String today) {
    String id = s.pack().licenceOn(got(s));
    List<Reason> reasons =
        new ArrayList<>(
            s.item().parts().isEmpty()
                ? Judging.of(p, s, use, licence(id), today)
                : EnsembleUses.reasons(catalogue, p, s, (i, u) -> judge(p, i, u, today)));
    Verdict verdict = worst(reasons);
    // The same may have been got elsewhere under terms that allow more.
    for (Origin o : s.item().also()) {
      List<Reason> other = Judging.of(p, s, use, licence(o.licence()), today);
      if (worst(other).compareTo(verdict) < 0) {
        verdict = worst(other);
        id = o.licence();
        reasons = new ArrayList<>(other);
        reasons.add(
            new Reason(
                "elsewhere", verdict, Words.of("projects.also-got-whose-terms-allow", o.pack())));
      }
    }
    if (use.overruled() != null) {
      reasons.addFirst(
          new Reason(
              "overruled",
              Verdict.ALLOWED,
              Words.of("projects.overruled-by-person", use.overruled())));
      verdict = Verdict.ALLOWED;
    }
    return new JudgedUse(s, use, id, verdict, reasons);
  }

  private @Nullable Licence licence(@Nullable String id) {
    return id == null ? null : licences.find(id).orElse(Licence.unsettled(id));
  }

  private static Verdict worst(List<Reason> reasons) {
    return reasons.stream().map(Reason::verdict).reduce(Verdict.ALLOWED, Verdict::worse);
  }
}
