package keepshelf.desktop.sources;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** Asks what is owned, and how it was got. */
final class OwnedForm extends VBox {
  private final TextField name = field("owned-name");
  private final TextField editions = field("owned-editions");
  private final TextField price = field("owned-price");
  private final TextField date = field("owned-date");
  private final TextField order = field("owned-order");
  private final TextField seats = field("owned-seats");
  private final TextField licence = field("owned-licence");
  private final TextField page = field("owned-page");
  private final TextField support = field("owned-support");
  private final TextField until = field("owned-until");
  private final Label wrong = Kit.wrapped("", "bad");

  /**
   * For something that is noted already, or something new.
   *
   * @param was what is noted, or null
   */
  OwnedForm(SourcesModel model, String source, Entitlement was, Runnable close) {
    super(10);
    setId("owned-form");
    getStyleClass().addAll("notice", "note-edge");
    setMaxSize(460, USE_PREF_SIZE);
    setStyle("-fx-padding: 16;");
    if (was != null) {
      name.setText(was.name());
      name.setDisable(true);
      editions.setText(String.join(", ", was.editions()));
      price.setText(was.price() == null ? "" : was.price().toString());
      date.setText(text(was.date()));
      order.setText(text(was.order()));
      seats.setText(was.seats() == null ? "" : was.seats().toString());
      licence.setText(text(was.licence()));
      page.setText(text(was.page()));
      support.setText(text(was.support()));
      until.setText(text(was.until()));
    }
    date.setPromptText(Words.of("projects.day"));
    until.setPromptText(Words.of("projects.day"));
    editions.setPromptText("2K, 4K");
    price.setPromptText("18.00 EUR");
    GridPane g = new GridPane();
    g.setVgap(7);
    g.setHgap(8);
    Kit.row(g, Words.of("sources.own.name"), name);
    Kit.row(g, Words.of("sources.own.editions"), editions);
    Kit.row(g, Words.of("sources.own.price"), price);
    Kit.row(g, Words.of("sources.own.date"), date);
    Kit.row(g, Words.of("sources.own.order"), order);
    Kit.row(g, Words.of("sources.own.seats"), seats);
    Kit.row(g, Words.of("sources.own.licence"), licence);
    Kit.row(g, Words.of("sources.own.page"), page);
    Kit.row(g, Words.of("sources.own.support"), support);
    Kit.row(g, Words.of("sources.own.until"), until);
    wrong.managedProperty().bind(wrong.textProperty().isNotEmpty());
    var keep =
        Kit.button(
            Words.of("sources.form.keep"),
            () -> {
              try {
                model.own(said(source, was));
                close.run();
              } catch (IllegalArgumentException e) {
                wrong.setText(e.getMessage());
              }
            },
            "main");
    keep.setId("owned-keep");
    keep.setDefaultButton(true);
    HBox buttons =
        new HBox(8, Kit.spring(), Kit.button(Words.of("sources.form.cancel"), close), keep);
    getChildren()
        .addAll(Kit.label(Words.of("sources.own.title", source), "heading"), g, wrong, buttons);
  }

  private Entitlement said(String source, Entitlement was) {
    Money paid = null;
    if (!price.getText().isBlank()) {
      paid =
          Money.read(price.getText())
              .orElseThrow(() ->
                  new IllegalArgumentException(Words.of("sources.own.noprice", price.getText())));
    }
    List<String> had =
        Arrays.stream(editions.getText().split("[,;]"))
            .map(String::strip)
            .filter(s -> !s.isEmpty())
            .toList();
    return new Entitlement(
        was == null ? null : was.id(),
        source,
        name.getText(),
        was == null ? null : was.version(),
        had,
        paid,
        day(date),
        order.getText(),
        was == null ? null : was.account(),
        licence.getText(),
        page.getText(),
        support.getText(),
        day(until),
        number(),
        was == null ? Entitlement.How.BY_HAND : was.how());
  }

  private Integer number() {
    String s = seats.getText().strip();
    if (s.isEmpty()) {
      return null;
    }
    if (!s.matches("[1-9]\\d{0,5}")) {
      throw new IllegalArgumentException(Words.of("projects.seats.wrong", s));
    }
    return Integer.valueOf(s);
  }

  private static String day(TextField f) {
    String s = f.getText().strip();
    try {
      return s.isEmpty() ? null : LocalDate.parse(s).toString();
    } catch (DateTimeException e) {
      throw new IllegalArgumentException(Words.of("sources.form.noday", s), e);
    }
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
