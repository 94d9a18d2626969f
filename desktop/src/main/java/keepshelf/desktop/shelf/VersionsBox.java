package keepshelf.desktop.shelf;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.versions.PackChanges;
import keepshelf.core.versions.VersionHistory;
import keepshelf.core.versions.VersionHistory.Step;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/**
 * The versions of an item's pack on the shelf with what is different from one to the next, and
 * where else the item was got. Takes no room when there is neither.
 */
final class VersionsBox extends VBox {
  /** Names of files that a line tells in its tooltip. */
  private static final int MOST_NAMES = 20;

  private final ShelfModel model;
  private final ShelvedItem item;

  VersionsBox(ShelvedItem s, Shelf shelf, ShelfModel model) {
    super(3);
    this.model = model;
    this.item = s;
    setId("versions");
    getChildren().add(Kit.label(Words.of("tag.history"), "section"));
    s.item()
        .also()
        .forEach(o ->
            getChildren()
                .add(
                    Kit.wrapped(
                        Words.of(
                            "tag.history.also",
                            o.source() == null ? o.pack() : o.source(),
                            o.licence() == null ? Words.of("licence.unknown") : o.licence()),
                        "second")));
    appear();
    String pack = s.pack().id();
    model.read(
        () ->
            VersionHistory.alone(shelf.catalogue(), pack)
                ? List.<Step>of()
                : VersionHistory.of(shelf.catalogue(), pack),
        this::show);
  }

  private void appear() {
    boolean any = getChildren().size() > 1;
    setVisible(any);
    setManaged(any);
  }

  private void show(List<Step> steps) {
    if (steps.size() > 1) {
      for (int i = 0; i < steps.size(); i++) {
        getChildren().add(1 + i, line(steps.get(i)));
      }
    }
    appear();
  }

  private Node line(Step step) {
    String version =
        step.pack().version() == null
            ? Words.of("tag.noversion")
            : Words.of("tag.history.v", step.pack().version());
    boolean here = step.pack().id().equals(item.pack().id());
    Optional<ItemCard> there = here ? Optional.empty() : card(step.pack().id());
    String got = step.pack().takenIn().substring(0, 10);
    String text = Words.of(here ? "tag.history.this" : "tag.history.version", version, got);
    Node head =
        there.isPresent()
            ? Kit.button(text, () -> model.choose(there.get().id()), "quiet", "flush")
            : Kit.wrapped(text, here ? "second" : "hint");
    VBox box = new VBox(1, head);
    if (step.changes() != null) {
      Label changes = Kit.wrapped(step.changes().count(), "hint");
      changes.setTooltip(new Tooltip(names(step.changes())));
      box.getChildren().add(changes);
    }
    return box;
  }

  /** The card of the same item in another pack. */
  private Optional<ItemCard> card(String pack) {
    return model.all().stream()
        .filter(c -> c.pack().id().equals(pack))
        .filter(c -> c.key().equalsIgnoreCase(item.item().key()))
        .findFirst();
  }

  private static String names(PackChanges c) {
    StringBuilder b = new StringBuilder();
    part(b, "tag.history.changed", c.changed());
    part(b, "tag.history.added", c.added());
    part(b, "tag.history.removed", c.removed());
    return b.isEmpty() ? Words.of("tag.history.same") : b.toString().strip();
  }

  private static void part(StringBuilder b, String title, List<String> names) {
    if (!names.isEmpty()) {
      List<String> shown = names.subList(0, Math.min(MOST_NAMES, names.size()));
      String more = names.size() > MOST_NAMES ? "\n  +" + (names.size() - MOST_NAMES) : "";
      b.append(Words.of(title)).append("\n  ").append(String.join("\n  ", shown)).append(more);
      b.append("\n");
    }
  }
}
