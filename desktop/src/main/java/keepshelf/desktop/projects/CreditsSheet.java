package keepshelf.desktop.projects;

import java.util.Locale;
import java.util.Map;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextArea;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.projects.Credits;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** The credits as they are pasted, on a sheet of paper. */
final class CreditsSheet extends VBox {
  private static final double WIDTH = 302;

  private final ProjectsModel model;

  CreditsSheet(ProjectsModel model) {
    super(10);
    this.model = model;
    getStyleClass().add("paper-ground");
    setPadding(new Insets(14, 16, 14, 16));
    setMinWidth(WIDTH);
    setMaxWidth(WIDTH);
    TextArea text = Kit.area("");
    text.setId("credits");
    text.setEditable(false);
    text.setWrapText(true);
    text.setAccessibleText(Words.of("projects.credits"));
    text.getStyleClass().add("paper-text");
    text.textProperty().bind(model.creditsProperty());
    VBox.setVgrow(text, Priority.ALWAYS);
    VBox paper = new VBox(4, Kit.label(Words.of("projects.credits"), "heading"), text);
    paper.getStyleClass().add("paper");
    VBox.setVgrow(paper, Priority.ALWAYS);
    CheckBox brief = new CheckBox(Words.of("projects.credits.brief"));
    brief.setId("credits-brief");
    brief.selectedProperty().bindBidirectional(model.briefProperty());
    var copy = Kit.button(Words.of("projects.credits.copy"), this::copy);
    copy.setId("credits-copy");
    HBox ways = new HBox(8, forms(), brief, Kit.spring(), copy);
    ways.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(paper, ways);
  }

  private ComboBox<Credits.Form> forms() {
    ComboBox<Credits.Form> box = new ComboBox<>();
    box.setId("credits-form");
    box.setAccessibleText(Words.of("projects.credits.form"));
    box.getItems().setAll(Credits.Form.values());
    box.setConverter(
        Choices.titled(f -> Words.of("projects.form." + f.name().toLowerCase(Locale.ROOT))));
    box.valueProperty().bindBidirectional(model.formProperty());
    return box;
  }

  /** Puts the credits on the clipboard. */
  void copy() {
    Clipboard.getSystemClipboard()
        .setContent(Map.of(DataFormat.PLAIN_TEXT, model.creditsProperty().get()));
  }
}
