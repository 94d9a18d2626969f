package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.collections.ObservableSet;
import keepshelf.core.Shelf;
import keepshelf.core.duplicates.ItemTwins;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.recognise.names.NamingHabit;
import keepshelf.desktop.making.MakeLater;
import keepshelf.desktop.work.UndoList;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.analyse.Handedness;

/** What is looked at and corrected on the sorting table. All on the interface thread. */
public final class SortingModel {
  private final ArrivalsModel arrivals;
  private final Shelf shelf;
  private final WorkList work;
  private final UndoList undo;
  private final ObjectProperty<Spot> spot = new SimpleObjectProperty<>();
  private final ObservableSet<String> marked = FXCollections.observableSet(new LinkedHashSet<>());
  private Recognition spotsOf;
  private List<Spot> spots = new ArrayList<>();
  private final ObservableList<NamingHabit> habits = FXCollections.observableArrayList();

  SortingModel(ArrivalsModel arrivals, Shelf shelf, WorkList work, UndoList undo) {
    this.arrivals = arrivals;
    this.shelf = shelf;
    this.work = work;
    this.undo = undo;
    work.note(() -> {
      List<NamingHabit> known = shelf.catalogue().remembered().habits();
      work.ui(() -> habits.setAll(known));
    });
  }

  /** The picture that is looked at. */
  public ObjectProperty<Spot> spotProperty() {
    return spot;
  }

  /** Paths of the pictures that are chosen beside it, for corrections of several at once. */
  public ObservableSet<String> marked() {
    return marked;
  }

  /** The twin on the shelf of an item of the chosen arrival, or null. */
  public ItemTwins twin(String item) {
    ArrivalEntry e = arrivals.chosenProperty().get();
    return e == null ? null : e.twinsProperty().get().byKey().get(item);
  }

  /** What is to be made of the chosen arrival once it is filed; null when none is chosen. */
  public MakeLater make() {
    ArrivalEntry e = arrivals.chosenProperty().get();
    return e == null ? null : e.make();
  }

  /** What was learned about the naming of sources. */
  public ObservableList<NamingHabit> habits() {
    return habits;
  }

  private Recognition recognition() {
    return arrivals.recognition();
  }

  /** All pictures of the chosen arrival: table row by row, then the tray. */
  public List<Spot> spots() {
    Recognition r = recognition();
    if (r != spotsOf) {
      spots = r == null ? new ArrayList<>() : Spot.all(r);
      spotsOf = r;
    }
    return Collections.unmodifiableList(spots);
  }

  /** Looks at a picture; the others are no longer chosen. */
  public void look(Spot s) {
    marked.clear();
    spot.set(s);
  }

  /** Adds a picture to those that are chosen, or takes it out. */
  public void mark(Spot s) {
    if (spot.get() != null && marked.isEmpty()) {
      marked.add(spot.get().path());
    }
    if (!marked.remove(s.path())) {
      marked.add(s.path());
    }
    spot.set(s);
  }

  /** Chooses the first picture that asks, else the first. */
  void lookFirst() {
    List<Spot> all = spots();
    look(
        all.stream()
            .filter(SortingModel::asks)
            .findFirst()
            .orElse(all.isEmpty() ? null : all.getFirst()));
  }

  private static boolean asks(Spot s) {
    return s.map() != null && s.map().asks();
  }

  /**
   * Moves to the next (1) or previous (-1) picture.
   *
   * @param extend whether the pictures on the way are chosen together
   */
  public void move(int step, boolean extend) {
    List<Spot> all = spots();
    if (all.isEmpty()) {
      return;
    }
    int at = all.indexOf(spot.get());
    Spot to = all.get(Math.clamp(at < 0 ? 0 : at + (long) step, 0, all.size() - 1));
    if (extend) {
      if (spot.get() != null) {
        marked.add(spot.get().path());
      }
      marked.add(to.path());
      spot.set(to);
    } else {
      look(to);
    }
  }

  /** Moves to the item above (-1) or below (1), staying near the column. */
  public void moveRow(int step) {
    Recognition r = recognition();
    Spot s = spot.get();
    if (r == null || s == null || s.item() == null) {
      move(step, false);
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
        .min(Comparator.comparingInt(x -> Math.abs(Column.of(x.map().role()).ordinal() - column)))
        .ifPresent(this::look);
  }

  /**
   * Takes what is looked at for right when it was a question, and goes to the next question; after
   * the last one of an arrival to the next arrival that has one.
   */
  public void acceptAndGoOn() {
    Spot s = spot.get();
    if (s != null && asks(s)) {
      MapRole role = s.map().role();
      change(s.path(), m -> confirmed(m, role));
    }
    if (nextQuestion()) {
      return;
    }
    for (ArrivalEntry e : arrivals.entries()) {
      if (e != arrivals.chosenProperty().get()
          && e.stateProperty().get() == ArrivalEntry.State.READY
          && e.questions() > 0) {
        arrivals.chosenProperty().set(e);
        lookFirst();
        return;
      }
    }
  }

  private static RecognisedMap confirmed(RecognisedMap m, MapRole role) {
    return m.role() == MapRole.PACKED && m.channels() != null
        ? m.corrected(m.channels())
        : m.corrected(role);
  }

  private boolean nextQuestion() {
    List<Spot> all = spots();
    int at = all.indexOf(spot.get());
    for (int i = 1; i <= all.size(); i++) {
      Spot s = all.get(Math.floorMod(at + i, all.size()));
      if (asks(s)) {
        look(s);
        return true;
      }
    }
    return false;
  }

  private Set<String> chosenPaths() {
    Set<String> out = new LinkedHashSet<>(marked);
    if (out.isEmpty() && spot.get() != null) {
      out.add(spot.get().path());
    }
    return out;
  }

  /** Gives all chosen pictures a role, each in its own item, or in the only one there is. */
  public void setRole(MapRole role) {
    Recognition r = recognition();
    if (spot.get() == null || r == null || r.items().isEmpty()) {
      return;
    }
    Recognition to = r;
    List<NamingHabit> learned = new ArrayList<>();
    Set<String> paths = chosenPaths();
    for (Spot s : spots()) {
      if (paths.contains(s.path())) {
        String item = s.item() != null ? s.item() : nearest(r, s.path());
        to = Corrections.place(to, s.path(), item, role);
        learn(s.path(), item, role).ifPresent(learned::add);
      }
    }
    change(to, spot.get().path(), learned);
  }

  /** The item whose pictures lie in the same folder as a loose one, else the first. */
  private static String nearest(Recognition r, String path) {
    String folder = path.substring(0, Math.max(0, path.lastIndexOf('/')));
    return r.items().stream()
        .filter(i -> i.maps().stream().anyMatch(m -> m.file().path().startsWith(folder + "/")))
        .findFirst()
        .orElse(r.items().getFirst())
        .key();
  }

  /** Puts a picture into an item in a role. */
  public void place(String path, String item, MapRole role) {
    Recognition to = Corrections.place(recognition(), path, item, role);
    change(to, path, learn(path, item, role).stream().toList());
  }

  /** Takes all chosen pictures out of their items. */
  public void putAside() {
    Recognition to = recognition();
    for (String path : chosenPaths()) {
      to = Corrections.putAside(to, path);
    }
    if (spot.get() != null && to != recognition()) {
      change(to, spot.get().path());
    }
  }

  /** Makes an item of its own of the chosen pictures. */
  public void split() {
    if (spot.get() != null && spot.get().map() != null) {
      change(Corrections.split(recognition(), chosenPaths()), spot.get().path());
    }
  }

  /** Joins the items of all chosen pictures with the one that is looked at. */
  public void join() {
    if (spot.get() != null && spot.get().item() != null && marked.size() > 1) {
      change(Corrections.join(recognition(), chosenPaths(), spot.get().item()), spot.get().path());
    }
  }

  /** Says what the channels of the picture that is looked at hold. */
  public void setChannels(Map<String, MapRole> roles) {
    change(spot.get().path(), m -> m.corrected(new Channels(roles)));
  }

  /** Says which way the normal map that is looked at faces. */
  public void face(Handedness hand) {
    Spot s = spot.get();
    if (s != null && s.map() != null && s.map().role() == MapRole.NORMAL) {
      change(s.path(), m -> m.corrected(hand));
    }
  }

  private void change(String path, UnaryOperator<RecognisedMap> how) {
    change(Corrections.change(recognition(), path, how), path);
  }

  private void change(Recognition to, String path) {
    change(to, path, List.of());
  }

  private void change(Recognition to, String path, List<NamingHabit> learned) {
    ArrivalEntry e = arrivals.chosenProperty().get();
    Recognition before = recognition();
    boolean filing = e.stateProperty().get() == ArrivalEntry.State.FILING;
    if (to == before || filing) {
      return;
    }
    e.sorted = true;
    learned.forEach(this::remember);
    List<FileCorrection> said = FileCorrections.between(e.arrivalProperty().get(), to);
    work.note(() -> said.forEach(shelf.catalogue().remembered()::putCorrection));
    undo.push(() -> {
      learned.forEach(this::forget);
      work.note(
          () -> said.forEach(c -> shelf.catalogue().remembered().removeCorrection(c.sha256())));
      if (arrivals.entries().contains(e) && e.arrivalProperty().get() != null) {
        arrivals.chosenProperty().set(e);
        apply(e, before, spot.get() == null ? "" : spot.get().path());
      }
    });
    apply(e, to, path);
  }

  private void apply(ArrivalEntry e, Recognition to, String path) {
    marked.clear();
    e.arrivalProperty().set(e.arrivalProperty().get().with(to));
    arrivals.tell(e);
    if (arrivals.chosenProperty().get() == e) {
      spot.set(spots().stream().filter(s -> s.path().equals(path)).findFirst().orElse(null));
    }
  }

  /** What a correction says about the naming of its source. */
  private Optional<NamingHabit> learn(String path, String item, MapRole role) {
    String source = arrivals.chosenProperty().get().form().get(PackForm.Field.SOURCE);
    return files(recognition()).stream()
        .filter(f -> f.path().equals(path))
        .findFirst()
        .flatMap(f -> NamingHabit.learn(source, f, item, role));
  }

  private void remember(NamingHabit h) {
    habits.removeIf(x -> same(x, h));
    habits.add(h);
    work.note(() -> shelf.catalogue().remembered().putHabit(h));
  }

  private static List<SourceFile> files(Recognition r) {
    List<SourceFile> out = new ArrayList<>();
    r.items().forEach(i -> i.maps().forEach(m -> out.add(m.file())));
    r.loose().forEach(l -> out.add(l.file()));
    return out;
  }

  private static boolean same(NamingHabit a, NamingHabit b) {
    return a.source().equalsIgnoreCase(b.source()) && a.word().equals(b.word());
  }

  /** Forgets a habit. */
  public void forget(NamingHabit h) {
    habits.removeIf(x -> same(x, h));
    work.note(() -> shelf.catalogue().remembered().removeHabit(h));
  }

  /** Habits of the source of the chosen arrival. */
  public List<NamingHabit> ownHabits() {
    ArrivalEntry e = arrivals.chosenProperty().get();
    String source = e == null ? null : e.form().get(PackForm.Field.SOURCE);
    return habits.stream().filter(h -> h.source().equalsIgnoreCase(source)).toList();
  }

  /** How sure a verdict has to be not to be asked about, 0..1. */
  public static double threshold() {
    return Verdict.ASK_BELOW;
  }
}
