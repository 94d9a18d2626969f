package keepshelf.desktop.sources;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import javafx.scene.control.TextField;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import keepshelf.desktop.kit.Form;
import keepshelf.desktop.words.Words;

/** Asks what is owned, and how it was got. */
final class OwnedForm extends Form {
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

  /**
   * For something that is noted already, or something new.
   *
   * @param was what is noted, or null
   */
  OwnedForm(SourcesModel model, String source, Entitlement was, Runnable close) {
    super("owned-form", 460);
    if (was != null) {
      name.setText(was.name());
      name.setDisable(true);
      editions.setText(String.join(", ", was.editions()));
      price.setText(text(was.price()));
      date.setText(text(was.date()));
      order.setText(text(was.order()));
      seats.setText(text(was.seats()));
      licence.setText(text(was.licence()));
      page.setText(text(was.page()));
      support.setText(text(was.support()));
      until.setText(text(was.until()));
    }
    date.setPromptText(Words.of("projects.day"));
    until.setPromptText(Words.of("projects.day"));
    editions.setPromptText("2K, 4K");
    price.setPromptText("18.00 EUR");
    row(Words.of("sources.own.name"), name);
    row(Words.of("sources.own.editions"), editions);
    row(Words.of("sources.own.price"), price);
    row(Words.of("sources.own.date"), date);
    row(Words.of("sources.own.order"), order);
    row(Words.of("sources.own.seats"), seats);
    row(Words.of("sources.own.licence"), licence);
    row(Words.of("sources.own.page"), page);
    row(Words.of("sources.own.support"), support);
    row(Words.of("sources.own.until"), until);
    fill(
        Words.of("sources.own.title", source),
        "owned-keep",
        () -> model.changes().own(said(source, was)),
        close);
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
}
