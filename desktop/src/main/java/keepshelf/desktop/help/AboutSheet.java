package keepshelf.desktop.help;

import java.util.function.Supplier;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Version, libraries with their licences, and a button that copies what helps in a report. */
public final class AboutSheet extends VBox {
  private static final double WIDTH = 720;
  private static final double LIST = 330;

  /**
   * Makes the sheet.
   *
   * @param report what is copied
   * @param close takes the sheet away
   */
  public AboutSheet(Supplier<String> report, Runnable close) {
    super(12);
    setId("about");
    getStyleClass().addAll("notice", "note-edge");
    setPadding(new Insets(18));
    setMaxWidth(WIDTH);
    setPrefWidth(WIDTH);
    Label copied = Kit.label("", "second");
    Button copy =
        Kit.button(
            Words.of("about.copy"),
            () -> {
              ClipboardContent c = new ClipboardContent();
              c.putString(report.get());
              Clipboard.getSystemClipboard().setContent(c);
              copied.setText(Words.of("about.copied"));
            });
    copy.setId("about-copy");
    HBox low =
        new HBox(
            10, copy, copied, Kit.spring(), Kit.button(Words.of("notice.close"), close, "main"));
    low.setAlignment(Pos.CENTER_LEFT);
    ScrollPane list = new ScrollPane(libraries());
    list.setFitToWidth(true);
    list.setPrefHeight(LIST);
    list.setId("about-libraries");
    list.setAccessibleText(Words.of("about.libraries"));
    getChildren()
        .addAll(
            Kit.label(Words.of("about.title", About.version()), "heading"),
            Kit.wrapped(Words.of("about.what")),
            Kit.wrapped(Words.of("about.private"), "second"),
            Kit.label(Words.of("about.libraries"), "section"),
            list,
            low);
  }

  private static Region libraries() {
    GridPane g = new GridPane(14, 5);
    g.setPadding(new Insets(4, 10, 4, 2));
    for (About.Library l : About.libraries()) {
      Label name = Kit.label(l.name());
      name.setMinWidth(Region.USE_PREF_SIZE);
      Label licences = Kit.wrapped(l.licences(), "second");
      g.addRow(g.getRowCount(), name, Kit.label(l.version(), "second"), licences);
    }
    return g;
  }
}
