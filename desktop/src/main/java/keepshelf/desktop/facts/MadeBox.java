package keepshelf.desktop.facts;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.making.Remaking;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** How maps of an item were made here, of what, and whether they would be others now. */
public final class MadeBox extends VBox {
  /** What was read in the background. */
  private record Read(List<String> lines, Optional<Remaking.Reason> outdated) {}

  private final ShelvedItem item;
  private final Consumer<ShelvedItem> again;

  /** Of an item of which something was made; {@code again} makes it again. */
  public MadeBox(ShelvedItem s, Shelf shelf, Measuring measuring, Consumer<ShelvedItem> again) {
    super(4);
    this.item = s;
    this.again = again;
    measuring.measure(() -> read(s, shelf), this::show);
  }

  private static Read read(ShelvedItem s, Shelf shelf) {
    Set<String> lines = new LinkedHashSet<>();
    for (MapRecord m : s.item().maps()) {
      if (m.recipe() != null) {
        lines.add(line(m, s, shelf));
      }
    }
    List<Remaking.Outdated> all = shelf.making().remaking().outdated(s);
    return new Read(
        new ArrayList<>(lines), all.stream().map(Remaking.Outdated::reason).findFirst());
  }

  /** "Normal: worked out here of the height map." or one sentence for a whole set. */
  private static String line(MapRecord m, ShelvedItem s, Shelf shelf) {
    Recipe r = m.recipe();
    String why = String.join(" ", m.sentences());
    boolean own = r.parents().stream().allMatch(p -> s.item().id().equals(p.item()));
    if (own) {
      return m.role().title() + ": " + why;
    }
    Set<String> of = new LinkedHashSet<>();
    for (Recipe.Parent p : r.parents()) {
      shelf.catalogue().item(p.item()).ifPresent(i -> of.add(i.item().name()));
    }
    return of.isEmpty() ? why : why + " " + Words.of("tag.made.of", String.join(", ", of));
  }

  private void show(Read r) {
    r.lines().forEach(l -> getChildren().add(Kit.wrapped(l, "second")));
    r.outdated()
        .ifPresent(o -> {
          String word = o == Remaking.Reason.NEWER ? "tag.made.newer" : "tag.made.changed";
          getChildren().add(Kit.wrapped(Words.of(word), "attention"));
          Button b = Kit.button(Words.of("tag.made.again"), () -> again.accept(item));
          b.setId("tag-again");
          getChildren().add(b);
        });
  }
}
