package keepshelf.desktop.arrivals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.RecognisedItem;
import keepshelf.core.recognise.Recognition;
import keepshelf.desktop.Words;
import keepshelf.desktop.work.WorkList;

/** What came in: reading, correcting, filing. All on the interface thread. */
public final class ArrivalsModel {
  private record Change(ArrivalEntry entry, Recognition before) {}

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable filed;
  private final ObservableList<ArrivalEntry> entries = FXCollections.observableArrayList();
  private final ObjectProperty<ArrivalEntry> chosen = new SimpleObjectProperty<>();
  private final ObjectProperty<Spot> spot = new SimpleObjectProperty<>();
  private final ReadOnlyIntegerWrapper waiting = new ReadOnlyIntegerWrapper();
  private final Deque<Change> undo = new ArrayDeque<>();

  /** Files onto {@code shelf}; {@code filed} is called after each filing. */
  public ArrivalsModel(Shelf shelf, WorkList work, Runnable filed) {
    this.shelf = shelf;
    this.work = work;
    this.filed = filed;
    chosen.addListener(o -> spot.set(null));
    entries.addListener(
        (javafx.collections.ListChangeListener<ArrivalEntry>) c -> waiting.set(entries.size()));
  }

  /** The list. */
  public ObservableList<ArrivalEntry> entries() {
    return entries;
  }

  /** The arrival on the table. */
  public ObjectProperty<ArrivalEntry> chosenProperty() {
    return chosen;
  }

  /** The picture that is looked at. */
  public ObjectProperty<Spot> spotProperty() {
    return spot;
  }

  /** How many arrivals wait. */
  public ReadOnlyIntegerProperty waitingProperty() {
    return waiting.getReadOnlyProperty();
  }

  /** Adds downloads and starts reading them; one that is listed already is only chosen. */
  public void add(List<Path> paths) {
    for (Path p : paths) {
      Path path = p.toAbsolutePath().normalize();
      ArrivalEntry known =
          entries.stream().filter(e -> e.path().equals(path)).findFirst().orElse(null);
      if (known != null) {
        chosen.set(known);
        continue;
      }
      ArrivalEntry e = new ArrivalEntry(path);
      e.lineProperty().set(Words.of("arrivals.reading"));
      entries.add(e);
      if (chosen.get() == null) {
        chosen.set(e);
      }
      read(e);
    }
  }

  private void read(ArrivalEntry e) {
    e.job =
        work.start(
            Words.of("arrivals.job.read", e.name()),
            job -> {
              Arrival a = null;
              try {
                long size = Files.isRegularFile(e.path()) ? size(e.path()) : -1;
                long[] done = {0};
                a =
                    shelf.read(
                        e.path().toString(),
                        (bytes, name) -> {
                          synchronized (done) {
                            done[0] += bytes;
                          }
                          double share = size <= 0 ? -1 : Math.min(0.99, done[0] / (size * 1.6));
                          job.report(name, share);
                          work.ui(() -> reading(e, name, share));
                        });
              } finally {
                Arrival read = a;
                boolean known = read != null && shelf.known(read).isPresent();
                work.ui(() -> arrived(e, read, known));
              }
            });
  }

  private static long size(Path p) {
    try {
      return Files.size(p);
    } catch (java.io.IOException e) {
      return -1;
    }
  }

  private void reading(ArrivalEntry e, String name, double share) {
    if (e.stateProperty().get() == ArrivalEntry.State.READING) {
      e.progressProperty().set(share);
      e.lineProperty().set(Words.of("arrivals.reading.part", name));
    }
  }

  private void arrived(ArrivalEntry e, Arrival a, boolean known) {
    e.progressProperty().set(-1);
    if (a == null || !entries.contains(e)) {
      entries.remove(e);
      if (a != null) {
        shelf.dismiss(a);
      }
      return;
    }
    e.arrivalProperty().set(a);
    e.sourceProperty().set(orEmpty(a.text().source()));
    e.licenceProperty().set(orEmpty(a.text().licence()));
    e.versionProperty()
        .set(
            orEmpty(
                a.recognition().version() != null
                    ? a.recognition().version()
                    : a.text().version()));
    e.stateProperty()
        .set(
            a.failed()
                ? ArrivalEntry.State.FAILED
                : known ? ArrivalEntry.State.ALREADY_THERE : ArrivalEntry.State.READY);
    tell(e);
    if (chosen.get() == e) {
      chooseFirst();
    }
  }

  private static String orEmpty(String s) {
    return s == null ? "" : s;
  }

  private static void tell(ArrivalEntry e) {
    Arrival a = e.arrivalProperty().get();
    e.lineProperty()
        .set(
            switch (e.stateProperty().get()) {
              case FAILED -> a.problems().getFirst().message().replace(a.path(), e.name());
              case ALREADY_THERE -> Words.of("arrivals.already");
              default -> Words.of("arrivals.ready", a.recognition().items().size(), a.questions());
            });
  }

  /** Chooses the first picture that asks, else the first. */
  private void chooseFirst() {
    List<Spot> all = spots();
    spot.set(
        all.stream()
            .filter(s -> s.map() != null && s.map().verdict().asks())
            .findFirst()
            .orElse(all.isEmpty() ? null : all.getFirst()));
  }

  /** What the chosen arrival holds, or null. */
  public Recognition recognition() {
    ArrivalEntry e = chosen.get();
    return e == null || e.arrivalProperty().get() == null
        ? null
        : e.arrivalProperty().get().recognition();
  }

  /** All pictures of the chosen arrival: table row by row, then the tray. */
  public List<Spot> spots() {
    Recognition r = recognition();
    return r == null ? List.of() : Spot.all(r);
  }

  /** Moves to the next (1) or previous (-1) picture. */
  public void move(int step) {
    List<Spot> all = spots();
    if (!all.isEmpty()) {
      int at = all.indexOf(spot.get());
      spot.set(all.get(Math.clamp(at < 0 ? 0 : at + (long) step, 0, all.size() - 1)));
    }
  }

  /** Moves to the item above (-1) or below (1), staying near the column. */
  public void moveRow(int step) {
    Recognition r = recognition();
    Spot s = spot.get();
    if (r == null || s == null || s.item() == null) {
      move(step);
      return;
    }
    List<String> keys = r.items().stream().map(RecognisedItem::key).toList();
    int row = keys.indexOf(s.item()) + step;
    if (row < 0 || row >= keys.size()) {
      return;
    }
    int column = Column.of(s.map().role()).ordinal();
    spots().stream()
        .filter(x -> keys.get(row).equals(x.item()))
        .min(
            java.util.Comparator.comparingInt(
                x -> Math.abs(Column.of(x.map().role()).ordinal() - column)))
        .ifPresent(spot::set);
  }

  /** Moves to the next picture that asks, after the one that is looked at. */
  public void nextQuestion() {
    List<Spot> all = spots();
    int at = all.indexOf(spot.get());
    for (int i = 1; i <= all.size(); i++) {
      Spot s = all.get(Math.floorMod(at + i, all.size()));
      if (s.map() != null && s.map().verdict().asks()) {
        spot.set(s);
        return;
      }
    }
  }

  /**
   * Gives the picture that is looked at another role, in its own item or in the only one there is.
   */
  public void setRole(MapRole role) {
    Spot s = spot.get();
    Recognition r = recognition();
    if (s == null || r == null || r.items().isEmpty()) {
      return;
    }
    place(s.path(), s.item() != null ? s.item() : r.items().getFirst().key(), role);
  }

  /** Puts a picture into an item in a role. */
  public void place(String path, String item, MapRole role) {
    change(Corrections.place(recognition(), path, item, role), path);
  }

  /** Takes the picture that is looked at out of its item. */
  public void putAside() {
    if (spot.get() != null && spot.get().map() != null) {
      change(Corrections.putAside(recognition(), spot.get().path()), spot.get().path());
    }
  }

  private void change(Recognition to, String path) {
    ArrivalEntry e = chosen.get();
    undo.push(new Change(e, recognition()));
    apply(e, to, path);
  }

  private void apply(ArrivalEntry e, Recognition to, String path) {
    e.arrivalProperty().set(e.arrivalProperty().get().with(to));
    tell(e);
    if (chosen.get() == e) {
      spot.set(spots().stream().filter(s -> s.path().equals(path)).findFirst().orElse(null));
    }
  }

  /** Takes the last correction back. */
  public void undo() {
    while (!undo.isEmpty()) {
      Change c = undo.pop();
      if (entries.contains(c.entry())) {
        chosen.set(c.entry());
        apply(c.entry(), c.before(), spot.get() == null ? "" : spot.get().path());
        return;
      }
    }
  }

  /** Questions in the chosen arrival. */
  public long questions() {
    Recognition r = recognition();
    return r == null ? 0 : r.items().stream().mapToLong(RecognisedItem::questions).sum();
  }

  /** Whether the chosen arrival can be filed now. */
  public boolean canFile() {
    ArrivalEntry e = chosen.get();
    return e != null
        && e.stateProperty().get() == ArrivalEntry.State.READY
        && !recognition().items().isEmpty();
  }

  /** Files the chosen arrival. */
  public void file() {
    if (!canFile()) {
      return;
    }
    ArrivalEntry e = chosen.get();
    Arrival a = e.arrivalProperty().get();
    e.stateProperty().set(ArrivalEntry.State.FILING);
    Filing.Wishes wishes =
        Filing.Wishes.of(
            orNull(e.sourceProperty().get()),
            orNull(e.licenceProperty().get()),
            orNull(e.versionProperty().get()));
    work.start(
        Words.of("arrivals.job.file", e.name()),
        job -> {
          boolean ok = false;
          try {
            shelf.file(a, wishes, (bytes, name) -> job.report(name, -1));
            ok = true;
          } finally {
            boolean done = ok;
            work.ui(() -> afterFiling(e, done));
          }
        });
  }

  private void afterFiling(ArrivalEntry e, boolean done) {
    if (!done) {
      // The workspace may be used up: read the download again.
      e.stateProperty().set(ArrivalEntry.State.READING);
      read(e);
      return;
    }
    int at = entries.indexOf(e);
    entries.remove(e);
    chooseNear(at);
    filed.run();
    work.problems().removeIf(p -> p.code().equals("filed"));
    work.problems()
        .add(
            Problem.note(
                "filed",
                null,
                Words.of("arrivals.done", e.arrivalProperty().get().recognition().pack())));
  }

  private static String orNull(String s) {
    return s == null || s.isBlank() ? null : s.trim();
  }

  /** Takes an arrival off the list; the download itself stays. */
  public void dismiss(ArrivalEntry e) {
    if (e.job != null) {
      e.job.stop();
    }
    int at = entries.indexOf(e);
    entries.remove(e);
    if (e.arrivalProperty().get() != null) {
      Arrival a = e.arrivalProperty().get();
      work.quietly(() -> shelf.dismiss(a));
    }
    if (chosen.get() == e) {
      chooseNear(at);
    }
  }

  private void chooseNear(int at) {
    chosen.set(entries.isEmpty() ? null : entries.get(Math.clamp(at, 0, entries.size() - 1)));
    chooseFirst();
  }

  /** Moves to the arrival above or below. */
  public void moveArrival(int step) {
    int at = entries.indexOf(chosen.get());
    if (!entries.isEmpty()) {
      chosen.set(entries.get(Math.clamp(at + (long) step, 0, entries.size() - 1)));
      chooseFirst();
    }
  }
}
