package keepshelf.desktop.arrivals;

import java.nio.file.Path;
import java.util.List;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.core.intake.DownloadsWatch;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.UndoList;
import keepshelf.desktop.work.WorkList;

/** What came in: reading, correcting, filing. All on the interface thread. */
public final class ArrivalsModel {
  /** A download counts as complete when it has not changed for so long. */
  private static final long QUIET_MILLIS = 2000;

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable filed;
  private final ObservableList<ArrivalEntry> entries = FXCollections.observableArrayList();
  private final ObjectProperty<ArrivalEntry> chosen = new SimpleObjectProperty<>();
  private final ReadOnlyIntegerWrapper waiting = new ReadOnlyIntegerWrapper();
  private final ReadOnlyObjectWrapper<Path> watched = new ReadOnlyObjectWrapper<>();
  private final UndoList undo = new UndoList();
  private final SortingModel sorting;
  private final ArrivalReading reading;
  private final BooleanProperty removeArchives = new SimpleBooleanProperty();
  private DownloadsWatch watch;

  /** Files onto {@code shelf}; {@code filed} is called after each filing. */
  public ArrivalsModel(Shelf shelf, WorkList work, Runnable filed) {
    this.shelf = shelf;
    this.work = work;
    this.filed = filed;
    this.sorting = new SortingModel(this, shelf, work, undo);
    this.reading = new ArrivalReading(shelf, work, this::arrived);
    chosen.addListener(o -> sorting.look(null));
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

  /** What is looked at and corrected on the table. */
  public SortingModel sorting() {
    return sorting;
  }

  /** The downloads folder that is watched, or null. */
  public ReadOnlyObjectProperty<Path> watchedProperty() {
    return watched.getReadOnlyProperty();
  }

  /** Whether archives are removed once what was filed is proved to be all of it. */
  public BooleanProperty removeArchivesProperty() {
    return removeArchives;
  }

  /** Watches a downloads folder from now on, or none: what arrives there is added. */
  public void watch(Path folder) {
    if (watch != null) {
      watch.close();
      watch = null;
    }
    watched.set(null);
    if (folder == null) {
      return;
    }
    try {
      watch = new DownloadsWatch(folder, QUIET_MILLIS, p -> work.ui(() -> add(List.of(p), false)));
      watched.set(folder);
    } catch (java.io.IOException e) {
      work.problems()
          .add(
              Problem.warning(
                  "not-watched", folder.toString(), Words.of("arrivals.watch.failed", folder)));
    }
  }

  /** How many arrivals wait. */
  public ReadOnlyIntegerProperty waitingProperty() {
    return waiting.getReadOnlyProperty();
  }

  /** Ends the watch without forgetting which folder it was. */
  public void stopWatching() {
    if (watch != null) {
      watch.close();
      watch = null;
    }
  }

  /** Adds downloads on top of the list, looks at the first of them and starts reading them all. */
  public void add(List<Path> paths) {
    add(paths, true);
  }

  /**
   * Adds downloads on top of the list, in their order; one that is listed already stays in its
   * place.
   *
   * @param look whether the first is looked at, even if something else is
   */
  private void add(List<Path> paths, boolean look) {
    ArrivalEntry first = null;
    int top = 0;
    for (Path p : paths) {
      Path path = p.toAbsolutePath().normalize();
      ArrivalEntry e = entries.stream().filter(x -> x.path().equals(path)).findFirst().orElse(null);
      if (e == null) {
        e = new ArrivalEntry(path);
        e.lineProperty().set(Words.of("arrivals.reading"));
        entries.add(top++, e);
        read(e, null);
      }
      first = first == null ? e : first;
    }
    if (first != null && (look || chosen.get() == null)) {
      chosen.set(first);
    }
  }

  /** Adds what was fetched, its record filled in already, without leaving what is looked at. */
  public void add(Path fetched, Filing.Wishes known) {
    add(List.of(fetched), false);
    Path path = fetched.toAbsolutePath().normalize();
    entries.stream().filter(e -> e.path().equals(path)).forEach(e -> e.form().known(known));
  }

  /** Tries a password on a protected archive. */
  public void unlock(ArrivalEntry e, String password) {
    e.stateProperty().set(ArrivalEntry.State.READING);
    e.arrivalProperty().set(null);
    e.lineProperty().set(Words.of("arrivals.reading"));
    read(e, password);
  }

  private void read(ArrivalEntry e, String password) {
    reading.start(e, password);
  }

  private void arrived(ArrivalEntry e, Arrival a, boolean known, ArrivalKin kin) {
    e.progressProperty().set(-1);
    if (a == null || !entries.contains(e)) {
      entries.remove(e);
      if (a != null) {
        shelf.dismiss(a);
      }
      return;
    }
    e.arrivalProperty().set(a);
    e.kinProperty().set(kin);
    if (!a.failed()) {
      e.form().fill(a);
    }
    e.stateProperty()
        .set(
            a.failed()
                ? ArrivalEntry.State.FAILED
                : known ? ArrivalEntry.State.ALREADY_THERE : ArrivalEntry.State.READY);
    tell(e);
    if (chosen.get() == e) {
      sorting.lookFirst();
    }
  }

  void tell(ArrivalEntry e) {
    Arrival a = e.arrivalProperty().get();
    e.lineProperty()
        .set(
            switch (e.stateProperty().get()) {
              case FAILED -> a.problems().getFirst().message().replace(a.path(), e.name());
              case ALREADY_THERE -> Words.of("arrivals.already");
              default ->
                  Words.of("arrivals.ready", a.recognition().items().size(), e.questions())
                      + (e.kinProperty().get() == null ? "" : " · " + e.kinProperty().get().brief())
                      + (e.twinsProperty().get().byKey().isEmpty() || e.kinProperty().get() != null
                          ? ""
                          : " · "
                              + Words.of("arrivals.twins", e.twinsProperty().get().byKey().size()));
            });
  }

  /** What the chosen arrival holds, or null. */
  public Recognition recognition() {
    ArrivalEntry e = chosen.get();
    return e == null || e.arrivalProperty().get() == null
        ? null
        : e.arrivalProperty().get().recognition();
  }

  /** Takes the last correction back. */
  public void undo() {
    undo.undo();
  }

  /** Records what a person typed into a field, undoable. */
  public void type(ArrivalEntry e, PackForm.Field f, String before) {
    undo.push(() -> e.form().property(f).set(before));
    if (f == PackForm.Field.SOURCE) {
      readAs(e, e.form().get(f));
    }
  }

  /** A source that is known only now may have naming habits; an arrival put in order keeps it. */
  private void readAs(ArrivalEntry e, String source) {
    Arrival was = e.arrivalProperty().get();
    boolean known =
        was != null
            && source != null
            && !source.equalsIgnoreCase(was.text().source())
            && sorting.habits().stream().anyMatch(h -> h.source().equalsIgnoreCase(source));
    if (!known || e.sorted || e.stateProperty().get() != ArrivalEntry.State.READY) {
      return;
    }
    work.start(
        Words.of("arrivals.job.habits", e.name(), source),
        job -> {
          Arrival again = shelf.readAs(was, source, (bytes, name) -> job.report(name, -1));
          work.ui(() -> {
            boolean still =
                entries.contains(e)
                    && e.arrivalProperty().get() == was
                    && e.stateProperty().get() == ArrivalEntry.State.READY;
            if (still) {
              e.arrivalProperty().set(again);
              tell(e);
              undo.push(() -> e.arrivalProperty().set(was));
              if (chosen.get() == e) {
                sorting.lookFirst();
              }
            }
          });
        });
  }

  /** Gives all waiting arrivals the source, licence and purchase of the chosen one. */
  public void shareRecord() {
    ArrivalEntry from = chosen.get();
    if (from == null) {
      return;
    }
    List<ArrivalEntry> others = entries.stream().filter(e -> e != from).toList();
    undo.push(from.form().share(others.stream().map(ArrivalEntry::form).toList()));
    others.forEach(e -> readAs(e, e.form().get(PackForm.Field.SOURCE)));
  }

  /** Questions in the chosen arrival. */
  public long questions() {
    return chosen.get() == null ? 0 : chosen.get().questions();
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
    if (canFile()) {
      file(chosen.get());
    }
  }

  /** How many arrivals can be filed without a question. */
  public long sure() {
    return entries.stream().filter(ArrivalEntry::sure).count();
  }

  /** Files all arrivals that have no question. */
  public void fileAllSure() {
    List.copyOf(entries).stream().filter(ArrivalEntry::sure).forEach(this::file);
  }

  private void file(ArrivalEntry e) {
    Arrival a = e.arrivalProperty().get();
    e.stateProperty().set(ArrivalEntry.State.FILING);
    Filing.Wishes wishes =
        e.form()
            .wishes(
                e.kinProperty().get() != null && e.asKinProperty().get()
                    ? e.kinProperty().get().kinship()
                    : null);
    boolean remove = removeArchives.get();
    var make = e.make().copy();
    work.start(
        Words.of("arrivals.job.file", e.name()),
        job -> {
          boolean ok = false;
          try {
            Filing.Filed now = shelf.file(a, wishes, (bytes, name) -> job.report(name, -1));
            ok = true;
            if (remove) {
              shelf.removeArchive(a, now.pack());
            }
            List<Problem> said = make.run(shelf, now.pack(), job);
            work.ui(() -> work.problems().addAll(said));
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
      read(e, e.password);
      return;
    }
    int at = entries.indexOf(e);
    boolean shown = chosen.get() == e;
    entries.remove(e);
    if (shown) {
      chooseNear(at);
    }
    filed.run();
    work.problems().removeIf(p -> p.code().equals("filed"));
    work.problems()
        .add(
            Problem.note(
                "filed",
                null,
                Words.of("arrivals.done", e.arrivalProperty().get().recognition().pack())));
  }

  /** Takes an arrival off the list, unless it is being filed; the download itself stays. */
  public void dismiss(ArrivalEntry e) {
    if (e.stateProperty().get() == ArrivalEntry.State.FILING) {
      return;
    }
    if (e.job != null) {
      e.job.stop();
    }
    int at = entries.indexOf(e);
    entries.remove(e);
    if (e.arrivalProperty().get() != null) {
      Arrival a = e.arrivalProperty().get();
      work.note(() -> shelf.dismiss(a));
    }
    if (chosen.get() == e) {
      chooseNear(at);
    }
  }

  /** Removes what waiting arrivals unpacked, when the window closes; downloads stay. */
  public void dismissAll() {
    for (ArrivalEntry e : entries) {
      Arrival a = e.arrivalProperty().get();
      // What is still being filed is left to the next start, which finishes or clears it.
      if (a != null && e.stateProperty().get() != ArrivalEntry.State.FILING) {
        shelf.dismiss(a);
      }
    }
  }

  private void chooseNear(int at) {
    chosen.set(entries.isEmpty() ? null : entries.get(Math.clamp(at, 0, entries.size() - 1)));
    sorting.lookFirst();
  }

  /** Moves to the arrival above or below. */
  public void moveArrival(int step) {
    int at = entries.indexOf(chosen.get());
    if (!entries.isEmpty()) {
      chosen.set(entries.get(Math.clamp(at + (long) step, 0, entries.size() - 1)));
      sorting.lookFirst();
    }
  }
}
