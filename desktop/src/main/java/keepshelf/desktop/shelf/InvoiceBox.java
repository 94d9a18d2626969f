package keepshelf.desktop.shelf;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The invoice of a pack on its tag: its name, or a place to drop it. */
final class InvoiceBox extends HBox {
  InvoiceBox(ShelvedItem s, Shelf shelf, ShelfActions actions) {
    super(6);
    setId("tag-invoice");
    setAlignment(Pos.BASELINE_LEFT);
    getStyleClass().add("drop-field");
    Purchase p = s.pack().purchase();
    String invoice = p == null ? null : p.invoice();
    Label name =
        Kit.label(
            invoice == null
                ? Words.of("arrivals.invoice.drop")
                : invoice.substring(invoice.lastIndexOf('/') + 1),
            invoice == null ? "second" : "mono");
    name.setMaxWidth(150);
    if (invoice != null) {
      Tooltip.install(name, new Tooltip(shelf.folder().resolve(invoice).toString()));
    }
    getChildren().add(name);
    setOnDragOver(d -> {
      if (d.getDragboard().hasFiles()) {
        d.acceptTransferModes(TransferMode.COPY);
        d.consume();
      }
    });
    setOnDragDropped(d -> {
      if (d.getDragboard().hasFiles()) {
        actions.invoice(s.item().id(), d.getDragboard().getFiles().getFirst().toPath());
        d.setDropCompleted(true);
        d.consume();
      }
    });
  }
}
