package keepshelf.desktop.facts;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.making.Ensembles;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The parts of an ensemble on its tag, and what of them is not as it could be. */
public final class PartsBox extends VBox {
  private static final double MADE_WIDTH = 178;

  /** Of an ensemble; {@code change} goes to where its parts are changed, or is null. */
  public PartsBox(
      ShelvedItem s, Shelf shelf, Measuring measuring, Consumer<List<ShelvedItem>> change) {
    super(5);
    GridPane g = new GridPane();
    g.setVgap(3);
    g.setHgap(4);
    for (EnsemblePart p : s.item().parts()) {
      Label made = Kit.wrapped(p.made());
      made.setMinHeight(Region.USE_PREF_SIZE);
      made.setMaxWidth(MADE_WIDTH);
      Kit.row(g, p.name(), made);
    }
    VBox said = new VBox(3);
    getChildren().addAll(g, said);
    if (change != null) {
      Button more =
          Kit.button(Words.of("tag.together.change"), () -> change.accept(List.of(s)), "quiet");
      more.setId("tag-parts-change");
      getChildren().add(more);
    }
    measuring.measure(
        () -> shelf.making().ensembles().outdated(s),
        all -> {
          for (Ensembles.Outdated o : all) {
            said.getChildren().add(Kit.wrapped(o.said(), "attention"));
          }
        });
  }
}
