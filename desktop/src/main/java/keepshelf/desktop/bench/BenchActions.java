package keepshelf.desktop.bench;

import java.util.function.Function;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.bench.state.FinishModel;

/** What is done with the item and the finish that lie on the bench. */
public final class BenchActions implements BenchHeader.Actions {
  /** Keeps finishes of an item. */
  public interface Keeper {
    /** Keeps a finish in the place of the one named {@code insteadOf}, which may be null. */
    void keep(Finish finish, String insteadOf);

    /** Removes the finish of this name. */
    void remove(String name);
  }

  /** Goes on to the hosts. */
  public interface Installing {
    /**
     * Plans an item.
     *
     * @param resolution label of the edition, or null for the usual one
     * @param finish kept finish, or null for the item as delivered
     */
    void install(String item, String resolution, Finish finish);
  }

  private final BenchModel model;
  private final Function<String, Keeper> keepers;
  private final Installing installing;
  private final Runnable anew;

  /**
   * For what {@code model} holds.
   *
   * @param keepers keeps finishes of the item with an identifier
   * @param anew is called after a finish was kept or removed
   */
  BenchActions(
      BenchModel model, Function<String, Keeper> keepers, Installing installing, Runnable anew) {
    this.model = model;
    this.keepers = keepers;
    this.installing = installing;
    this.anew = anew;
  }

  @Override
  public void keep() {
    FinishModel f = model.finishProperty().get();
    if (f == null || !f.isChanged() || !f.isNameFree()) {
      return;
    }
    Finish made = f.result();
    keepers.apply(f.item().item().id()).keep(made, f.kept() == null ? null : f.kept().name());
    f.wasKept(made);
    anew.run();
  }

  @Override
  public void remove() {
    FinishModel f = model.finishProperty().get();
    keepers.apply(f.item().item().id()).remove(f.kept().name());
    f.wasKept(null);
    anew.run();
  }

  @Override
  public void choose(String name) {
    model.open(model.itemProperty().get(), name);
  }

  @Override
  public void edition(String label) {
    model.resolutionProperty().set(label);
  }

  @Override
  public void install() {
    planned(model.resolutionProperty().get());
  }

  /** Goes on to the hosts with the edition that is just sharp enough for the shot. */
  void installEnough() {
    String label = BenchModel.enoughOf(model.sharpness());
    if (label != null) {
      planned(label);
    }
  }

  /** Goes on to the hosts with an edition and the finish; what was tried is kept first. */
  private void planned(String resolution) {
    FinishModel f = model.finishProperty().get();
    if (!f.isUntouched()) {
      keep();
    }
    installing.install(f.item().item().id(), resolution, f.kept());
  }
}
