package keepshelf.desktop.hosts;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.core.problem.Problem;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** What a host's own reader found in an installation, beside what was meant. */
final class ProofBox {
  private final HostsModel model;
  private final Shelf shelf;
  private final Pictures pictures;

  ProofBox(HostsModel model, Shelf shelf, Pictures pictures) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
  }

  Node of(Cell cell, InstallationRecord i) {
    ItemCard item = model.item(cell).orElse(null);
    GridPane g = new GridPane();
    g.setHgap(14);
    g.setVgap(2);
    g.addRow(
        0,
        Kit.label(""),
        Kit.label(Words.of("hosts.input"), "column-head"),
        Kit.label(Words.of("hosts.expected"), "column-head"),
        Kit.label(Words.of("hosts.found", i.proof().reader()), "column-head"));
    int row = 1;
    for (ProvedInput p : i.proof().inputs()) {
      Node sign = Signs.state(p.equal() ? Signs.State.CURRENT : Signs.State.ALTERED);
      Label meant = small(p.expected());
      Label found = small(p.equal() ? p.found().replaceFirst("^[^·]*· ", "") : p.found());
      g.addRow(row++, sign, Kit.label(p.input(), "strong"), meant, found);
    }
    VBox box =
        new VBox(
            6,
            Kit.label(
                Words.of("hosts.proofof", item == null ? "" : item.name(), i.host()), "section"));
    if (model.states().get(cell) != null) {
      for (Problem p : model.states().get(cell).problems()) {
        box.getChildren().add(Kit.wrapped(p.message(), "attention"));
      }
    }
    box.getChildren().add(g);
    i.proof().complaints().forEach(c -> box.getChildren().add(Kit.wrapped(c, "bad")));
    i.leftOut().forEach(l -> box.getChildren().add(PlanText.leftOut(l)));
    HBox.setHgrow(box, Priority.ALWAYS);
    HBox all = new HBox(14, box);
    all.getStyleClass().add("plan-part");
    HBox.setHgrow(all, Priority.ALWAYS);
    boolean understood = !i.proof().inputs().isEmpty() && i.proof().complaints().isEmpty();
    if (item != null && understood && Files.exists(Path.of(i.document()))) {
      all.getChildren().add(pictures(item, i));
    }
    return all;
  }

  private VBox pictures(ItemCard item, InstallationRecord i) {
    VBox both =
        new VBox(
            4,
            Images.view(
                pictures.get(
                    "proof-ours|" + item.id() + item.tileMetres(),
                    () ->
                        shelf.previews().of(shelf.catalogue().item(item.id()).orElseThrow(), 256)),
                104),
            Kit.label(Words.of("hosts.ours"), "hint"),
            Images.view(pictures.get("proof|" + i.id() + i.installedAt(), () -> theirs(i)), 104),
            Kit.label(Words.of("hosts.theirs", i.host()), "hint"));
    both.setMinWidth(110);
    return both;
  }

  private Picture theirs(InstallationRecord i) throws IOException {
    Path picture =
        shelf
            .installer()
            .shown(i)
            .orElseThrow(() -> new IOException("no picture of " + i.document()));
    return Previews.flat(picture, 256);
  }

  private static Label small(String text) {
    Label l = Kit.wrapped(text, "second");
    l.setMaxWidth(270);
    return l;
  }
}
