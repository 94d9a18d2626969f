package keepshelf.desktop.hosts;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import javafx.collections.ObservableMap;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.install.HostProfile;
import keepshelf.core.install.InstallPlan;
import keepshelf.core.install.InstallationState;
import keepshelf.core.install.Installer;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.work.WorkList;

/**
 * The fitting table: what is installed where, what was chosen, plans, proofs. On the interface
 * thread.
 */
public final class HostsModel {
  /** A cell of the table: an item in a host. */
  public record Cell(String item, String host) {}

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final ObservableList<ItemCard> items;
  private final Map<String, ItemCard> byId = new HashMap<>();
  private final ObservableList<HostRecord> hosts = FXCollections.observableArrayList();
  private final Map<Cell, InstallationRecord> installed = new HashMap<>();
  private final ObservableMap<Cell, InstallationState> states = FXCollections.observableHashMap();
  private final ObservableMap<Cell, InstallPlan> plans =
      FXCollections.observableMap(new LinkedHashMap<>());
  private final ObjectProperty<Cell> focus = new SimpleObjectProperty<>();
  private final ObjectProperty<InstallationRecord> lastProof = new SimpleObjectProperty<>();
  private final ReadOnlyIntegerWrapper unsound = new ReadOnlyIntegerWrapper();

  /**
   * Over {@code shelf}.
   *
   * @param items on it
   * @param changed is called after something was installed or removed
   */
  public HostsModel(Shelf shelf, WorkList work, ObservableList<ItemCard> items, Runnable changed) {
    this.shelf = shelf;
    this.work = work;
    this.items = items;
    this.changed = changed;
    items.addListener((ListChangeListener<ItemCard>) c -> index());
    index();
  }

  private void index() {
    byId.clear();
    items.forEach(c -> byId.put(c.id(), c));
    focusSomething();
  }

  private void focusSomething() {
    if (focus.get() == null && !items.isEmpty() && !hosts.isEmpty()) {
      focus.set(new Cell(items.getFirst().id(), hosts.getFirst().name()));
    }
  }

  /** The rows. */
  public ObservableList<ItemCard> items() {
    return items;
  }

  /** The columns. */
  public ObservableList<HostRecord> hosts() {
    return hosts;
  }

  /** States of installations that are known so far. */
  public ObservableMap<Cell, InstallationState> states() {
    return states;
  }

  /** The plans of the chosen cells. */
  public ObservableMap<Cell, InstallPlan> plans() {
    return plans;
  }

  /** The cell that the keyboard acts on. */
  public ObjectProperty<Cell> focusProperty() {
    return focus;
  }

  /** What was proved last. */
  public ObjectProperty<InstallationRecord> lastProofProperty() {
    return lastProof;
  }

  /** Installations that are not sound. */
  public ReadOnlyIntegerProperty unsoundProperty() {
    return unsound.getReadOnlyProperty();
  }

  /** What is installed in a cell. */
  public Optional<InstallationRecord> installed(Cell c) {
    return Optional.ofNullable(installed.get(c));
  }

  /** How many installations there are. */
  public int installationCount() {
    return installed.size();
  }

  /** Reads the shelf anew and checks installations in the background. */
  public void refresh() {
    hosts.setAll(shelf.catalogue().hosts());
    installed.clear();
    for (InstallationRecord i : shelf.catalogue().installations()) {
      installed.put(new Cell(i.item(), i.host()), i);
    }
    focusSomething();
    check();
  }

  /** Compares all installations with their receipts. */
  public void check() {
    List<InstallationRecord> all = new ArrayList<>(installed.values());
    work.start(
        Words.of("hosts.job.check"),
        job -> {
          Map<Cell, InstallationState> found = new HashMap<>();
          for (InstallationRecord i : all) {
            job.report(i.document(), -1);
            found.put(new Cell(i.item(), i.host()), shelf.installer().state(i));
          }
          work.ui(() -> {
            states.keySet().retainAll(found.keySet());
            states.putAll(found);
            unsound.set(
                (int)
                    found.values().stream()
                        .filter(s ->
                            s.kind() != InstallationState.Kind.CURRENT
                                && s.kind() != InstallationState.Kind.OTHER_RESOLUTION)
                        .count());
          });
        });
  }

  /** The sign of a cell. */
  public Signs.State sign(Cell c) {
    if (!installed.containsKey(c)) {
      return cannot(c).isPresent() ? Signs.State.CANNOT : Signs.State.ABSENT;
    }
    InstallationState s = states.get(c);
    if (s == null) {
      return Signs.State.CURRENT;
    }
    return switch (s.kind()) {
      case CURRENT -> Signs.State.CURRENT;
      case OTHER_RESOLUTION -> Signs.State.OTHER;
      case OUTDATED -> Signs.State.OUTDATED;
      case ALTERED -> Signs.State.ALTERED;
      case MISSING -> Signs.State.MISSING;
    };
  }

  /** Why a cell's host cannot take the item; empty when it can. */
  public Optional<String> cannot(Cell c) {
    return item(c).flatMap(i -> Installer.cannotTake(i.kind(), i.roleSet()));
  }

  /** The card of a cell's row. */
  public Optional<ItemCard> item(Cell c) {
    return Optional.ofNullable(byId.get(c.item()));
  }

  /** The profile of a host. */
  public static Optional<HostProfile> profile(HostRecord h) {
    return HostProfile.find(h.profile());
  }

  /** Chooses a cell for installing, or lets it go. */
  public void toggle(Cell c) {
    focus.set(c);
    if (plans.containsKey(c)) {
      plans.remove(c);
      return;
    }
    choose(c);
  }

  /** Chooses a cell for installing and plans it. */
  public void choose(Cell c) {
    focus.set(c);
    Optional<ItemCard> item = item(c);
    Optional<HostRecord> host = hosts.stream().filter(h -> h.name().equals(c.host())).findFirst();
    if (item.isEmpty() || host.isEmpty() || cannot(c).isPresent()) {
      return;
    }
    work.start(
        Words.of("hosts.title"),
        job -> {
          Optional<ShelvedItem> whole = shelf.catalogue().item(c.item());
          if (whole.isPresent()) {
            InstallPlan plan = shelf.installer().plan(whole.get(), host.get(), null, null);
            work.ui(() -> plans.put(c, plan));
          }
        });
  }

  /** Lets all chosen cells go. */
  public void clear() {
    plans.clear();
  }

  /** Installs and proves everything that was chosen, or the focused cell when nothing was. */
  public void install() {
    if (plans.isEmpty() && focus.get() != null) {
      choose(focus.get());
      return;
    }
    for (Map.Entry<Cell, InstallPlan> e : List.copyOf(plans.entrySet())) {
      InstallPlan plan = e.getValue();
      work.start(
          Words.of("hosts.job.install", plan.item().item().name(), plan.host().name()),
          job -> {
            long[] done = {0};
            InstallationRecord i =
                shelf
                    .installer()
                    .install(
                        plan,
                        (bytes, name) -> {
                          done[0] += bytes;
                          job.report(
                              name,
                              plan.bytes() == 0
                                  ? -1
                                  : Math.min(1, done[0] / (double) plan.bytes()));
                        });
            job.report(Words.of("hosts.job.prove", plan.item().item().name()), -1);
            InstallationRecord proved = shelf.installer().prove(plan, i);
            work.ui(() -> {
              plans.remove(e.getKey());
              lastProof.set(proved);
              focus.set(e.getKey());
              changed.run();
            });
          });
    }
  }

  /** Removes what is installed in the focused cell. */
  public void uninstall() {
    Cell c = focus.get();
    installed(c == null ? new Cell("", "") : c)
        .ifPresent(i ->
            work.start(
                Words.of("hosts.remove"),
                job -> {
                  List<Problem> left = shelf.installer().uninstall(i);
                  work.ui(() -> {
                    work.problems().addAll(left);
                    if (lastProof.get() != null && lastProof.get().id().equals(i.id())) {
                      lastProof.set(null);
                    }
                    changed.run();
                  });
                }));
  }

  /** Adds a host with a folder. */
  public void add(String name, HostProfile profile, java.nio.file.Path folder) {
    work.start(
        Words.of("hosts.add"),
        job -> {
          if (name.isBlank()) {
            throw new ShelfException(
                Problem.error(
                    "no-name", null, "A host needs a name. Give the name of the program."));
          }
          shelf
              .catalogue()
              .putHost(
                  new HostRecord(
                      name.trim(), profile.id(), folder.toAbsolutePath().normalize().toString()));
          work.ui(changed);
        });
  }

  /** Moves the focus by rows and columns. */
  public void move(int rows, int columns) {
    if (items.isEmpty() || hosts.isEmpty()) {
      return;
    }
    Cell c = focus.get();
    int row = 0;
    int column = 0;
    for (int i = 0; c != null && i < items.size(); i++) {
      row = items.get(i).id().equals(c.item()) ? i : row;
    }
    for (int i = 0; c != null && i < hosts.size(); i++) {
      column = hosts.get(i).name().equals(c.host()) ? i : column;
    }
    row = Math.clamp(row + (long) rows, 0, items.size() - 1);
    column = Math.clamp(column + (long) columns, 0, hosts.size() - 1);
    focus.set(new Cell(items.get(row).id(), hosts.get(column).name()));
  }
}
