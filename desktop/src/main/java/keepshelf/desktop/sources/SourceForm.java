package keepshelf.desktop.sources;

import java.time.DateTimeException;
import java.time.LocalDate;
import javafx.scene.control.ComboBox;
import javafx.scene.control.PasswordField;
import javafx.scene.control.TextField;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import keepshelf.desktop.kit.Choices;
import keepshelf.desktop.kit.Form;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Asks who a source is, where its feed lies, what opens it, and how often it may be asked. */
final class SourceForm extends Form {
  private final TextField name = field("source-name");
  private final TextField feed = field("source-feed");
  private final PasswordField token = new PasswordField();
  private final ComboBox<Integer> every = new ComboBox<>();
  private final TextField page = field("source-page");
  private final TextField support = field("source-support");
  private final TextField account = field("source-account");
  private final TextField until = field("source-until");

  /**
   * For a source that is there, or a new one.
   *
   * @param known the source, or null for a new one
   */
  SourceForm(SourcesModel model, SourceNews known, Runnable close) {
    super("source-form", 500);
    Source was = known == null ? null : known.source();
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
    every.setValue(known == null ? 0 : known.everyDays());
    page.setText(text(s.page()));
    support.setText(text(s.support()));
    account.setText(text(s.account()));
    until.setText(text(s.until()));
    until.setPromptText(Words.of("projects.day"));
    row(Words.of("sources.form.name"), name);
    row(Words.of("sources.form.feed"), feed);
    row(Words.of("sources.form.token"), token);
    row(Words.of("sources.form.every"), every);
    row(Words.of("sources.form.page"), page);
    row(Words.of("sources.form.support"), support);
    row(Words.of("sources.form.account"), account);
    row(Words.of("sources.form.until"), until);
    fill(
        was == null ? Words.of("sources.form.new") : Words.of("sources.form.edit", s.name()),
        "source-keep",
        () -> keep(model, was),
        close,
        Kit.wrapped(Words.of("sources.form.trust"), "hint"));
  }

  private void keep(SourcesModel model, Source was) {
    String called = typed(name);
    if (called == null) {
      throw new IllegalArgumentException(Words.of("sources.form.noname"));
    }
    boolean there =
        was == null
            && model.rows().stream()
                .anyMatch(
                    r -> r.source().feed() != null && r.source().name().equalsIgnoreCase(called));
    if (there) {
      throw new IllegalArgumentException(Words.of("sources.form.exists", called));
    }
    try {
      if (typed(feed) != null) {
        Sources.address(feed.getText());
      }
      if (typed(until) != null) {
        LocalDate.parse(typed(until));
      }
    } catch (DateTimeException e) {
      throw new IllegalArgumentException(Words.of("sources.form.noday", until.getText()), e);
    } catch (ShelfException e) {
      throw new IllegalArgumentException(e.getMessage(), e);
    }
    Source s =
        (was == null ? Source.named(called) : was)
            .known(typed(page), typed(support), typed(account), typed(until));
    model.changes().put(s, feed.getText(), token.getText(), every.getValue());
  }
}
