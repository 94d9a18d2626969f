package keepshelf.desktop.sources;

import java.time.DateTimeException;
import java.time.LocalDate;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.Sources;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Asks who a source is, where its feed lies, what opens it, and how often it may be asked. */
final class SourceForm extends VBox {
  private final TextField name = field("source-name");
  private final TextField feed = field("source-feed");
  private final PasswordField token = new PasswordField();
  private final ComboBox<Integer> every = new ComboBox<>();
  private final TextField page = field("source-page");
  private final TextField support = field("source-support");
  private final TextField account = field("source-account");
  private final TextField until = field("source-until");
  private final Label wrong = Kit.wrapped("", "bad");

  /**
   * For a source that is there, or a new one.
   *
   * @param was the source, or null for a new one
   */
  SourceForm(SourcesModel model, Source was, Runnable close) {
    super(10);
    setId("source-form");
    getStyleClass().addAll("notice", "note-edge");
    setMaxSize(500, USE_PREF_SIZE);
    setStyle("-fx-padding: 16;");
    Source s = was == null ? Source.named("–") : was;
    name.setText(was == null ? "" : s.name());
    // Packs say this name; another one would be another source.
    name.setDisable(was != null);
    feed.setText(text(s.feed()));
    feed.setPromptText(Words.of("sources.form.feed.prompt"));
    token.setId("source-token");
    token.setPromptText(
        Words.of(s.feed() == null ? "sources.form.token.prompt" : "sources.form.token.kept"));
    every.setId("source-every");
    every.getItems().setAll(0, 1, 7, 30);
    every.setConverter(Choices.titled(d -> Words.of("sources.every." + d)));
    every.setValue(s.everyDays() == null ? 0 : s.everyDays());
    page.setText(text(s.page()));
    support.setText(text(s.support()));
    account.setText(text(s.account()));
    until.setText(text(s.until()));
    until.setPromptText(Words.of("projects.day"));
    GridPane g = new GridPane();
    g.setVgap(7);
    g.setHgap(8);
    Kit.row(g, Words.of("sources.form.name"), name);
    Kit.row(g, Words.of("sources.form.feed"), feed);
    Kit.row(g, Words.of("sources.form.token"), token);
    Kit.row(g, Words.of("sources.form.every"), every);
    Kit.row(g, Words.of("sources.form.page"), page);
    Kit.row(g, Words.of("sources.form.support"), support);
    Kit.row(g, Words.of("sources.form.account"), account);
    Kit.row(g, Words.of("sources.form.until"), until);
    wrong.managedProperty().bind(wrong.textProperty().isNotEmpty());
    var keep = Kit.button(Words.of("sources.form.keep"), () -> keep(model, was, close), "main");
    keep.setId("source-keep");
    keep.setDefaultButton(true);
    HBox buttons =
        new HBox(8, Kit.spring(), Kit.button(Words.of("sources.form.cancel"), close), keep);
    getChildren()
        .addAll(
            Kit.label(
                was == null
                    ? Words.of("sources.form.new")
                    : Words.of("sources.form.edit", s.name()),
                "heading"),
            g,
            Kit.wrapped(Words.of("sources.form.trust"), "hint"),
            wrong,
            buttons);
  }

  private void keep(SourcesModel model, Source was, Runnable close) {
    try {
      if (name.getText().isBlank()) {
        throw new IllegalArgumentException(Words.of("sources.form.noname"));
      }
      boolean there =
          was == null
              && model.rows().stream()
                  .anyMatch(r ->
                      r.source().feed() != null
                          && r.source().name().equalsIgnoreCase(name.getText().strip()));
      if (there) {
        throw new IllegalArgumentException(Words.of("sources.form.exists", name.getText().strip()));
      }
      if (!feed.getText().isBlank()) {
        Sources.address(feed.getText());
      }
      if (!until.getText().isBlank()) {
        LocalDate.parse(until.getText().strip());
      }
      Source s =
          (was == null ? Source.named(name.getText()) : was)
              .known(blank(page), blank(support), blank(account), blank(until))
              .asked(every.getValue() == 0 ? null : every.getValue());
      model.put(s, feed.getText(), token.getText());
      close.run();
    } catch (DateTimeException e) {
      wrong.setText(Words.of("sources.form.noday", until.getText()));
    } catch (IllegalArgumentException | ShelfException e) {
      wrong.setText(e.getMessage());
    }
  }

  private static String blank(TextField f) {
    return f.getText().isBlank() ? null : f.getText().strip();
  }

  private static String text(String s) {
    return s == null ? "" : s;
  }

  private static TextField field(String id) {
    TextField f = new TextField();
    f.setId(id);
    return f;
  }
}
