package keepshelf.desktop.projects;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Credits;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Projects;
import keepshelf.core.projects.Verdict;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.UndoList;
import keepshelf.desktop.work.WorkList;

/** The jobs, what the chosen one uses and whether it may. On the interface thread. */
public final class ProjectsModel {
  /**
   * A job in the list.
   *
   * @param project the job
   * @param counts how many uses there are of each verdict
   * @param uses how many there are
   */
  public record Row(Project project, Map<Verdict, Long> counts, int uses) {
    /** Uses that may not be, or of which nobody knows. */
    int open() {
      return (int) (counts.get(Verdict.NOT_ALLOWED) + counts.get(Verdict.UNKNOWN));
    }
  }

  private final Shelf shelf;
  private final WorkList work;
  private final ShelfModel boards;
  private final Runnable marked;
  private final ObservableList<Row> rows = FXCollections.observableArrayList();
  private final ObjectProperty<Row> chosen = new SimpleObjectProperty<>();
  private final ObservableList<JudgedUse> uses = FXCollections.observableArrayList();
  private final ObjectProperty<JudgedUse> use = new SimpleObjectProperty<>();
  private final ReadOnlyStringWrapper credits = new ReadOnlyStringWrapper("");
  private final ObjectProperty<Credits.Form> form = new SimpleObjectProperty<>(Credits.Form.TEXT);
  private final BooleanProperty brief = new SimpleBooleanProperty();
  private final ReadOnlyIntegerWrapper attention = new ReadOnlyIntegerWrapper();
  private final UndoList undo = new UndoList();
  private List<String> hosts = List.of();
  private String wanted;
  private int asked;

  /**
   * Over {@code shelf}.
   *
   * @param boards whose cards are used; jobs are judged anew when they change
   * @param marked is called after what items are used in was changed
   */
  public ProjectsModel(Shelf shelf, WorkList work, ShelfModel boards, Runnable marked) {
    this.shelf = shelf;
    this.work = work;
    this.boards = boards;
    this.marked = marked;
    boards.all().addListener((ListChangeListener<ItemCard>) c -> refresh());
    form.addListener(o -> writeCredits());
    brief.addListener(o -> writeCredits());
    chosen.addListener((o, was, is) -> {
      if (is != null && !is.project().name().equals(wanted)) {
        wanted = is.project().name();
        refresh();
      }
    });
  }

  /** All jobs, by name. */
  public ObservableList<Row> rows() {
    return rows;
  }

  /** The job that is shown, or null. */
  public ObjectProperty<Row> chosenProperty() {
    return chosen;
  }

  /** What it uses, what is not allowed first. */
  public ObservableList<JudgedUse> uses() {
    return uses;
  }

  /** The use that keys act on, or null. */
  public ObjectProperty<JudgedUse> useProperty() {
    return use;
  }

  /** Whom it credits, in the form that is wanted. */
  public ReadOnlyStringProperty creditsProperty() {
    return credits.getReadOnlyProperty();
  }

  /** The form of the credits. */
  public ObjectProperty<Credits.Form> formProperty() {
    return form;
  }

  /** Whether credits are short. */
  public BooleanProperty briefProperty() {
    return brief;
  }

  /** Uses of all jobs that are not allowed or not known. */
  public ReadOnlyIntegerProperty attentionProperty() {
    return attention.getReadOnlyProperty();
  }

  private record Read(List<Row> rows, Row chosen, List<JudgedUse> uses, List<String> hosts) {}

  /** Judges all jobs anew, in the background. */
  public void refresh() {
    List<ItemCard> cards = List.copyOf(boards.all());
    judge(() -> cards);
  }

  /** The place was opened: another window or a command may have changed the shelf meanwhile. */
  void opened() {
    boards.refreshWhenChanged();
    refresh();
  }

  private void judge(Supplier<List<ItemCard>> from) {
    int now = ++asked;
    String name = wanted;
    work.note(() -> {
      Projects projects = shelf.projects();
      List<ItemCard> cards = from.get();
      List<Row> read = new ArrayList<>();
      Row shown = null;
      List<JudgedUse> shownUses = List.of();
      for (Project p : projects.all(cards)) {
        List<JudgedUse> judged = projects.judged(p, cards);
        Row row = new Row(p, Verdict.counts(judged), judged.size());
        read.add(row);
        if (name == null ? shown == null : p.name().equalsIgnoreCase(name)) {
          shown = row;
          shownUses = judged;
        }
      }
      if (shown == null && !read.isEmpty()) {
        shown = read.getFirst();
        shownUses = projects.judged(shown.project(), cards);
      }
      List<String> names = shelf.catalogue().hosts().stream().map(HostRecord::name).toList();
      Read all = new Read(read, shown, shownUses, names);
      work.ui(() -> {
        if (now == asked) {
          show(all);
        }
      });
    });
  }

  private void show(Read read) {
    JudgedUse before = use.get();
    hosts = read.hosts();
    rows.setAll(read.rows());
    attention.set(rows.stream().mapToInt(Row::open).sum());
    wanted = read.chosen() == null ? null : read.chosen().project().name();
    chosen.set(read.chosen());
    uses.setAll(read.uses());
    use.set(
        uses.stream()
            .filter(u -> before != null && id(u).equals(id(before)))
            .findFirst()
            .orElse(uses.isEmpty() ? null : uses.getFirst()));
    writeCredits();
  }

  private static String id(JudgedUse u) {
    return u.item().item().id();
  }

  private void writeCredits() {
    credits.set(chosen.get() == null ? "" : credits(form.get()));
  }

  private String credits(Credits.Form f) {
    return new Credits(shelf.licences())
        .of(chosen.get().project(), List.copyOf(uses), f, brief.get());
  }

  /** Shows the job of this name. */
  public void choose(String name) {
    rows.stream().filter(r -> r.project().name().equals(name)).findFirst().ifPresent(chosen::set);
  }

  /** Chooses the use {@code by} places on. */
  public void move(int by) {
    if (!uses.isEmpty()) {
      int at = uses.indexOf(use.get());
      use.set(uses.get(Math.clamp((long) at + by, 0, uses.size() - 1)));
    }
  }

  private interface Change {
    void make(Projects projects) throws ShelfException;
  }

  /** Does something and knows how to take it back. */
  private void change(String title, Change what, Change back) {
    carryOut(title, what, () -> undo.push(() -> carryOut(title, back, () -> {})));
  }

  private void carryOut(String title, Change what, Runnable done) {
    work.start(
        title,
        job -> {
          what.make(shelf.projects());
          work.ui(() -> {
            done.run();
            // The boards have not read the change yet.
            judge(() -> shelf.catalogue().cards());
            marked.run();
          });
        });
  }

  /** Takes the latest change back. */
  public void undo() {
    undo.undo();
  }

  /** Credits the chosen use before the one that stands before it, or after the next. */
  public void credit(boolean earlier) {
    JudgedUse u = use.get();
    if (u == null || chosen.get() == null) {
      return;
    }
    Project p = chosen.get().project();
    List<JudgedUse> all = List.copyOf(uses);
    change(
        Words.of("projects.job.credit", u.item().item().name()),
        projects -> projects.credit(p, all, u.item().item().id(), earlier),
        projects -> projects.put(p));
  }

  /** Names of the hosts that there were when the jobs were judged last. */
  public List<String> hosts() {
    return hosts;
  }

  /** Keeps what was said of a job; a new one is shown then. */
  public void put(Project p) {
    Optional<Project> before =
        rows.stream()
            .map(Row::project)
            .filter(o -> o.name().equalsIgnoreCase(p.name()))
            .findFirst();
    wanted = before.map(Project::name).orElse(p.name());
    change(
        Words.of("projects.job.keep", p.name()),
        projects -> projects.put(p),
        projects -> {
          if (before.isPresent()) {
            projects.put(before.get());
          } else {
            projects.remove(p);
          }
        });
  }

  /** Notes that the chosen job does not use something any more. */
  public void drop(JudgedUse u) {
    Project p = chosen.get().project();
    change(
        Words.of("projects.job.drop", u.item().item().name()),
        projects -> projects.drop(p, List.of(u.item())),
        projects -> projects.restore(p, u.item(), u.use()));
  }

  /** A person says that something may be used, and why; blank takes that back. */
  public void overrule(JudgedUse u, String why) {
    Project p = chosen.get().project();
    String reason = why.isBlank() ? null : why.strip();
    change(
        Words.of("projects.job.overrule", u.item().item().name()),
        projects -> projects.overrule(p, u.item(), reason),
        projects -> projects.overrule(p, u.item(), u.use().overruled()));
  }

  /**
   * Puts another item in the place of a use.
   *
   * @param hosts is told in which hosts the old one is installed, when it is in any
   */
  public void replace(JudgedUse u, String by, Consumer<List<String>> hosts) {
    Project p = chosen.get().project();
    change(
        Words.of("projects.job.replace", u.item().item().name()),
        projects -> {
          ShelvedItem other = projects.item(by);
          projects.use(p, List.of(other), null);
          projects.drop(p, List.of(u.item()));
          List<String> at = projects.hostsOf(u.item());
          if (!at.isEmpty()) {
            work.ui(() -> hosts.accept(at));
          }
        },
        projects -> {
          projects.drop(p, List.of(projects.item(by)));
          projects.restore(p, u.item(), u.use());
        });
  }

  /** Notes that the chosen job uses items that were found in its files. */
  void useTraced(Project p, List<String> items) {
    List<String> fresh =
        items.stream().filter(i -> uses.stream().noneMatch(u -> id(u).equals(i))).toList();
    change(
        Words.of("projects.job.use", fresh.size()),
        projects -> projects.use(p, projects.items(fresh), null, "by-tracing"),
        projects -> projects.drop(p, projects.items(fresh)));
  }
}
