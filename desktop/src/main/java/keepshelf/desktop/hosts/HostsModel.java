package keepshelf.desktop.hosts;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import javafx.collections.ObservableMap;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.install.InstallationState;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.profile.Abilities;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/**
 * The fitting table: what is installed where, what was chosen, plans, proofs. On the interface
 * thread.
 */
public final class HostsModel {
  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final ShelfModel cards;
  private final ObservableList<ItemCard> items;
  private final Map<Cell, InstallationRecord> installed = new HashMap<>();
  private final ObservableMap<Cell, InstallationState> states = FXCollections.observableHashMap();
  private final HostList hostList;
  private final ObservableList<HostRecord> hosts;
  private final PlanList plans;
  private final HostRows rows;
  private final ObjectProperty<Cell> focus = new SimpleObjectProperty<>();
  private final ObjectProperty<InstallationRecord> lastProof = new SimpleObjectProperty<>();
  private final ReadOnlyIntegerWrapper unsound = new ReadOnlyIntegerWrapper();

  /**
   * Over {@code shelf}.
   *
   * @param cards its items, and the lane that it is read on
   * @param changed is called after something was installed or removed
   */
  public HostsModel(Shelf shelf, WorkList work, ShelfModel cards, Runnable changed) {
    this.shelf = shelf;
    this.work = work;
    this.cards = cards;
    this.items = cards.all();
    this.changed = changed;
    this.plans = new PlanList(shelf, work);
    this.hostList = new HostList(shelf, work, changed);
    this.hosts = hostList.hosts();
    items.addListener((ListChangeListener<ItemCard>) c -> focusSomething());
    focusSomething();
    this.rows = new HostRows(cards);
  }

  private void focusSomething() {
    if (focus.get() == null && !items.isEmpty() && !hosts.isEmpty()) {
      focus.set(new Cell(items.getFirst().id(), hosts.getFirst().name()));
    }
  }

  /** All items. */
  public ObservableList<ItemCard> items() {
    return items;
  }

  /** Which of them are shown. */
  HostRows rows() {
    return rows;
  }

  /** The hosts with their profiles. */
  public HostList hostList() {
    return hostList;
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
    return plans.plans();
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

  private record Read(HostList.Read hosts, List<InstallationRecord> installations) {}

  /** Reads the shelf anew and checks installations, both in the background. */
  public void refresh() {
    cards.read(() -> new Read(hostList.read(), shelf.catalogue().installations()), this::show);
  }

  private void show(Read read) {
    hostList.show(read.hosts());
    installed.clear();
    for (InstallationRecord i : read.installations()) {
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
            unsound.set((int) found.values().stream().filter(s -> !s.kind().sound()).count());
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
    Optional<HostProfile> p = hostList.profile(c.host());
    if (p.isEmpty()) {
      return Optional.of(Words.of("hosts.noprofile"));
    }
    return item(c).flatMap(i -> Abilities.cannot(p.get(), i.kind(), i.roleSet()));
  }

  /** The card of a cell's row. */
  public Optional<ItemCard> item(Cell c) {
    return Optional.ofNullable(cards.card(c.item()));
  }

  /** Chooses a cell for installing, or lets it go. */
  public void toggle(Cell c) {
    focus.set(c);
    if (plans().containsKey(c)) {
      plans.remove(c);
      return;
    }
    choose(c);
  }

  /** Chooses a cell for installing and plans it, as it is installed there when it is. */
  public void choose(Cell c) {
    choose(c, o -> o);
  }

  /** Plans a cell otherwise than it is installed, or than it would be without more being said. */
  public void choose(Cell c, UnaryOperator<InstallOptions> how) {
    focus.set(c);
    chooseAll(List.of(c), how);
  }

  private void chooseAll(List<Cell> cells) {
    chooseAll(cells, o -> o);
  }

  private void chooseAll(List<Cell> cells, UnaryOperator<InstallOptions> how) {
    Map<Cell, InstallOptions> wanted = new LinkedHashMap<>();
    for (Cell c : cells) {
      if (item(c).isPresent() && cannot(c).isEmpty() && !plans().containsKey(c)) {
        wanted.put(
            c,
            how.apply(installed(c).map(InstallationRecord::options).orElse(InstallOptions.NONE)));
      }
    }
    plans.choose(wanted);
  }

  /** Chooses a row in all hosts, or lets it go when all of it is chosen. */
  public void toggleRow(String item) {
    toggleAll(hosts.stream().map(h -> new Cell(item, h.name())).toList());
  }

  /** Chooses the rows that are shown in a host, or lets them go when all are chosen. */
  public void toggleColumn(String host) {
    toggleAll(rows.shown().stream().map(i -> new Cell(i.id(), host)).toList());
  }

  private void toggleAll(List<Cell> cells) {
    List<Cell> can = cells.stream().filter(c -> cannot(c).isEmpty()).toList();
    if (plans().keySet().containsAll(can)) {
      can.forEach(plans::remove);
    } else {
      chooseAll(can);
    }
  }

  /** How a plan's host will show it; see {@link PlanList#rehearsed}. */
  Previews.Picture rehearsed(InstallPlan p) throws IOException {
    return plans.rehearsed(p);
  }

  /** Plans all that is chosen once more, otherwise. */
  void change(UnaryOperator<InstallOptions> how) {
    changeEach(p -> how.apply(p.options()));
  }

  /** As {@link #change}, by what each item has. */
  void changeEach(Function<InstallPlan, InstallOptions> how) {
    plans.again(how);
  }

  /** Plans the focused item at the next smaller (-1) or larger (1) resolution that it has. */
  public void step(int by) {
    Cell c = focus.get();
    ItemCard card = c == null ? null : item(c).orElse(null);
    if (card == null || cannot(c).isPresent()) {
      return;
    }
    List<String> has = card.labels();
    String now =
        plans().containsKey(c)
            ? plans().get(c).resolution()
            : installed(c).map(InstallationRecord::resolution).orElse(null);
    int at = now == null ? has.size() - 1 : has.indexOf(now);
    int next = Math.clamp((long) at + by, 0, Math.max(0, has.size() - 1));
    if (has.isEmpty() || (next == at && now != null)) {
      return;
    }
    InstallOptions as =
        plans().containsKey(c)
            ? plans().get(c).options()
            : installed(c).map(InstallationRecord::options).orElse(InstallOptions.NONE);
    plans.choose(Map.of(c, as.at(has.get(next))));
  }

  /** Plans what brings the focused installation up to date or mends it. */
  public void renew() {
    Cell c = focus.get();
    installed(c == null ? new Cell("", "") : c)
        .ifPresent(i -> {
          InstallationState s = states.get(c);
          plans.renew(c, i, s != null && s.kind() == InstallationState.Kind.ALTERED);
        });
  }

  /** Plans that for all installations that are not sound. */
  public void renewAll() {
    states.forEach((c, s) -> {
      // What a person changed is asked about one by one.
      if (!s.kind().sound()
          && s.kind() != InstallationState.Kind.ALTERED
          && installed.containsKey(c)) {
        plans.renew(c, installed.get(c), false);
      }
    });
  }

  /** Chooses again what an earlier session has left undone. */
  public void resume() {
    cards.read(() -> shelf.installQueue().left(), plans::resume);
  }

  /** Lets all chosen cells go. */
  public void clear() {
    plans.clear();
  }

  /**
   * Installs and proves everything that was chosen, or chooses the focused cell when nothing was.
   */
  public void install() {
    if (plans().isEmpty() && focus.get() != null) {
      choose(focus.get());
      return;
    }
    plans.install(
        (c, proved) -> {
          lastProof.set(proved);
          focus.set(c);
        },
        changed);
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

  /** Moves the focus by rows and columns. */
  public void move(int down, int right) {
    List<ItemCard> shown = rows.shown();
    if (shown.isEmpty() || hosts.isEmpty()) {
      return;
    }
    Cell c = focus.get();
    int row = 0;
    int column = 0;
    for (int i = 0; c != null && i < shown.size(); i++) {
      row = shown.get(i).id().equals(c.item()) ? i : row;
    }
    for (int i = 0; c != null && i < hosts.size(); i++) {
      column = hosts.get(i).name().equals(c.host()) ? i : column;
    }
    row = Math.clamp(row + (long) down, 0, shown.size() - 1);
    column = Math.clamp(column + (long) right, 0, hosts.size() - 1);
    focus.set(new Cell(shown.get(row).id(), hosts.get(column).name()));
  }
}
