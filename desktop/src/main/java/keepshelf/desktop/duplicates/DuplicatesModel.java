package keepshelf.desktop.duplicates;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.collections.ObservableMap;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.bin.LettingGo;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.duplicates.Findings;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Job;
import keepshelf.desktop.work.WorkList;

/** What is there twice, what was decided about it, and the bin. All on the interface thread. */
public final class DuplicatesModel {
  private static final int FEW = 5000;

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final List<Finding> all = new ArrayList<>();
  private final ObservableList<Finding> shown = FXCollections.observableArrayList();
  private final ObjectProperty<Finding> chosen = new SimpleObjectProperty<>();
  private final ObjectProperty<Finding.Sort> sort = new SimpleObjectProperty<>();
  private final ObjectProperty<Long> least = new SimpleObjectProperty<>(0L);
  private final ObservableMap<Finding, Choice> choices =
      FXCollections.observableMap(new LinkedHashMap<>());
  private final BinModel bin;
  private final ReadOnlyIntegerWrapper open = new ReadOnlyIntegerWrapper();
  private final ReadOnlyObjectWrapper<Findings> findings = new ReadOnlyObjectWrapper<>();
  private Job searching;
  private boolean again;
  private boolean askedAgain;

  /** Over {@code shelf}; {@code changed} is called after something went or came back. */
  public DuplicatesModel(Shelf shelf, WorkList work, Runnable changed) {
    this.shelf = shelf;
    this.work = work;
    this.changed = changed;
    this.bin = new BinModel(shelf, work, changed, this::search);
    sort.addListener(o -> filter());
    least.addListener(o -> filter());
  }

  /** What is there twice and passes the filters, most bytes first. */
  public ObservableList<Finding> shown() {
    return shown;
  }

  /** The one that is compared, or null. */
  public ObjectProperty<Finding> chosenProperty() {
    return chosen;
  }

  /** Only this sort is shown; null for all. */
  public ObjectProperty<Finding.Sort> sortProperty() {
    return sort;
  }

  /** Only what would free at least so many bytes is shown. */
  public ObjectProperty<Long> leastProperty() {
    return least;
  }

  /** What was decided and is not done yet. */
  public ObservableMap<Finding, Choice> choices() {
    return choices;
  }

  /** What was let go. */
  public BinModel bin() {
    return bin;
  }

  /** The last search, or null before there was one. */
  public ReadOnlyObjectProperty<Findings> findingsProperty() {
    return findings.getReadOnlyProperty();
  }

  /** How many findings wait for a decision. */
  public ReadOnlyIntegerProperty openProperty() {
    return open.getReadOnlyProperty();
  }

  /** How many findings of a sort there are; null for all. */
  public long count(Finding.Sort s) {
    return all.stream().filter(f -> s == null || f.sort() == s).count();
  }

  /** Bytes that all findings together could free. */
  public long bytes() {
    return all.stream().mapToLong(Finding::bytes).sum();
  }

  /** Whether a search is under way. */
  public boolean searching() {
    return searching != null && work.jobs().contains(searching);
  }

  /**
   * Looks for what is there twice because a person wishes it, in the background; decisions that
   * still fit are kept.
   */
  public void search() {
    search(true);
  }

  private void search(boolean asked) {
    if (searching()) {
      again = true;
      askedAgain |= asked;
      return;
    }
    again = false;
    askedAgain = false;
    AtomicInteger looked = new AtomicInteger();
    searching =
        work.start(
            Words.of("duplicates.job.search"),
            job -> {
              Findings found =
                  shelf.duplicates(
                      asked, p -> job.report(p + " · " + looked.incrementAndGet(), -1));
              Map<String, List<String>> used = shelf.usedIn();
              List<Finding> rows = FindingRows.of(found, used);
              List<BinEntry> entries = bin.read();
              work.ui(() -> found(found, rows, entries));
            });
  }

  private void found(Findings f, List<Finding> rows, List<BinEntry> entries) {
    Map<KeptApart, Choice> before = new HashMap<>();
    choices.forEach((row, c) -> before.put(row.apart(), c));
    KeptApart looked = chosen.get() == null ? null : chosen.get().apart();
    int at = shown.indexOf(chosen.get());
    all.clear();
    all.addAll(rows);
    choices.clear();
    rows.forEach(r -> {
      if (before.containsKey(r.apart())) {
        choices.put(r, before.get(r.apart()));
      }
    });
    bin.entries().setAll(entries);
    filter();
    chosen.set(
        shown.stream()
            .filter(r -> r.apart().equals(looked))
            .findFirst()
            .orElse(shown.isEmpty() ? null : shown.get(Math.clamp(at, 0, shown.size() - 1))));
    findings.set(f);
    count();
    if (again) {
      // Something changed while this was being searched; the job leaves the list first.
      work.ui(() -> search(askedAgain));
    }
  }

  /** Searches at the start of the window when that takes no decoding and no time to speak of. */
  public void searchWhenCheap() {
    work.note(() -> {
      if (shelf.catalogue().mapCount() > FEW) {
        return;
      }
      Set<String> hashes = new HashSet<>();
      shelf.catalogue().items().forEach(s -> s.item().maps().forEach(m -> hashes.add(m.sha256())));
      boolean cheap =
          hashes.size() <= FEW
              && shelf.catalogue().pictures().fingerprinted(hashes).size() == hashes.size();
      if (cheap && !hashes.isEmpty()) {
        work.ui(() -> search(false));
      }
    });
  }

  /** Searches again when that was done before: the shelf has changed. */
  public void refresh() {
    if (findings.get() != null) {
      search(false);
    }
  }

  private void filter() {
    List<Finding> rows =
        all.stream()
            .filter(f -> sort.get() == null || f.sort() == sort.get())
            .filter(f -> f.bytes() >= least.get())
            .toList();
    shown.setAll(rows);
    if (!shown.contains(chosen.get())) {
      chosen.set(shown.isEmpty() ? null : shown.getFirst());
    }
  }

  private void count() {
    open.set(all.size() - choices.size());
  }

  /** Moves to the finding above (-1) or below (1). */
  public void move(int step) {
    int at = shown.indexOf(chosen.get());
    if (!shown.isEmpty()) {
      chosen.set(shown.get(Math.clamp(at + (long) step, 0, shown.size() - 1)));
    }
  }

  /** Decides about what is looked at and goes to the next one that is open. */
  public void choose(Choice c) {
    Finding f = chosen.get();
    boolean fits =
        switch (f) {
          case null -> false;
          case Finding.Twins t -> c.letsGo() || c == Choice.KEEP_BOTH;
          case Finding.Colourway w -> c == Choice.JOIN || c == Choice.KEEP_BOTH;
          case Finding.Files x -> c == Choice.STORE_ONCE || c == Choice.KEEP_BOTH;
          case Finding.Pictures p -> c == Choice.KEEP_BOTH;
        };
    if (fits) {
      choices.put(f, c);
      count();
      goOn();
    }
  }

  private void goOn() {
    int at = shown.indexOf(chosen.get());
    for (int i = 1; i <= shown.size(); i++) {
      Finding f = shown.get((at + i) % shown.size());
      if (!choices.containsKey(f)) {
        chosen.set(f);
        return;
      }
    }
  }

  /** What the program would do about a finding. */
  public static Choice suggestion(Finding f) {
    return switch (f) {
      case Finding.Twins t ->
          t.advice().combine()
              ? t.advice().keepFirst() ? Choice.COMBINE_LEFT : Choice.COMBINE_RIGHT
              : t.advice().keepFirst() ? Choice.KEEP_LEFT : Choice.KEEP_RIGHT;
      case Finding.Files x -> Choice.STORE_ONCE;
      case Finding.Colourway w -> Choice.KEEP_BOTH;
      case Finding.Pictures p -> Choice.KEEP_BOTH;
    };
  }

  /** Decides as suggested about everything that is shown and open. */
  public void takeSuggestions() {
    shown.stream()
        .filter(f -> !choices.containsKey(f))
        .toList()
        .forEach(f -> choices.put(f, suggestion(f)));
    count();
  }

  /** Takes the decision about what is looked at back. */
  public void undecide() {
    choices.remove(chosen.get());
    count();
  }

  /** Takes all decisions back. */
  public void undecideAll() {
    choices.clear();
    count();
  }

  /** Bytes that the decisions would free. */
  public long decidedBytes() {
    return choices.entrySet().stream().mapToLong(e -> freed(e.getKey(), e.getValue())).sum();
  }

  /** Bytes that a decision would free. */
  public long freed(Finding f, Choice c) {
    return switch (f) {
      case Finding.Twins t when c.letsGo() ->
          LettingGo.bytes(t.side(!c.left()), t.side(c.left()), c.combines());
      case Finding.Files x when c == Choice.STORE_ONCE -> x.bytes();
      default -> 0;
    };
  }

  /** What a decision about two items would do. */
  public LettingGo.Plan plan(Finding.Twins t, Choice c) {
    return shelf.lettingGo().plan(t.side(!c.left()), t.side(c.left()), c.combines());
  }

  /** Does everything that was decided. */
  public void carryOut() {
    Map<Finding, Choice> todo = new LinkedHashMap<>(choices);
    choices.clear();
    count();
    work.start(
        Words.of("duplicates.job.letgo", todo.size()),
        job -> {
          int done = 0;
          for (var e : todo.entrySet()) {
            try {
              job.report(e.getKey().title(), done++ / (double) todo.size());
              carryOut(e.getKey(), e.getValue());
            } catch (ShelfException x) {
              work.ui(() -> work.problems().add(x.problem()));
            }
          }
          work.ui(changed);
        });
  }

  private void carryOut(Finding f, Choice c) throws ShelfException {
    if (c == Choice.KEEP_BOTH) {
      shelf.catalogue().remembered().putKeptApart(f.apart());
      return;
    }
    if (f instanceof Finding.Files x) {
      shelf.links().link(x.title(), x.group().members().stream().map(Picture::path).toList());
      return;
    }
    if (f instanceof Finding.Colourway w) {
      shelf.editing().merge(w.twins().a().item().id(), List.of(w.twins().b().item().id()));
      return;
    }
    Finding.Twins t = (Finding.Twins) f;
    // An earlier decision of the same run may have let one of them go.
    ShelvedItem go = now(t.side(!c.left()));
    ShelvedItem keep = now(t.side(c.left()));
    if (go != null && keep != null) {
      shelf.lettingGo().run(shelf.lettingGo().plan(go, keep, c.combines()));
    }
  }

  private ShelvedItem now(ShelvedItem s) {
    return shelf.catalogue().find(s.item().id()).stream().findFirst().orElse(null);
  }
}
