package keepshelf.desktop.arrivals;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.Filing;

/** The record of a pack while it waits: what its texts say, and what a person types. */
public final class PackForm {
  /** What can be said about a pack. */
  public enum Field {
    SOURCE("arrivals.source", true),
    LICENCE("arrivals.licence", true),
    VERSION("arrivals.version", false),
    PAGE("arrivals.page", false),
    PRICE("arrivals.price", true),
    BOUGHT("arrivals.bought", true),
    ORDER("arrivals.order", true),
    INVOICE("arrivals.invoice", true),
    SEATS("arrivals.seats", true),
    UNTIL("arrivals.until", true);

    private final String word;
    private final boolean shared;

    Field(String word, boolean shared) {
      this.word = word;
      this.shared = shared;
    }

    /** Key of its name in the words. */
    public String word() {
      return word;
    }

    /** Whether many packs may have it in common. */
    public boolean shared() {
      return shared;
    }
  }

  private final Map<Field, StringProperty> values = new LinkedHashMap<>();

  PackForm() {
    for (Field f : Field.values()) {
      values.put(f, new SimpleStringProperty(""));
    }
  }

  /** The text of a field; never null. */
  public StringProperty property(Field f) {
    return values.get(f);
  }

  /** What is said in a field, or null. */
  public String get(Field f) {
    String s = values.get(f).get();
    return s == null || s.isBlank() ? null : s.trim();
  }

  /** Fills the fields from what the arrival itself says; what was typed stays. */
  void fill(Arrival a) {
    offer(Field.SOURCE, a.text().source());
    offer(Field.LICENCE, a.text().licence());
    offer(
        Field.VERSION,
        a.recognition().version() != null ? a.recognition().version() : a.text().version());
    offer(Field.PAGE, a.text().page());
  }

  /** Fills the fields with what is known from where it was fetched. */
  void known(Filing.Wishes w) {
    offer(Field.SOURCE, w.source());
    offer(Field.LICENCE, w.licence());
    offer(Field.VERSION, w.version());
    offer(Field.PAGE, w.page());
    Purchase p = w.purchase();
    if (p != null) {
      offer(Field.PRICE, p.price());
      offer(Field.BOUGHT, p.bought());
      offer(Field.ORDER, p.order());
      offer(Field.SEATS, p.seats() == null ? null : p.seats().toString());
      offer(Field.UNTIL, p.until());
    }
  }

  private void offer(Field f, String said) {
    if (get(f) == null && said != null) {
      values.get(f).set(said);
    }
  }

  /** All texts as they are. */
  Map<Field, String> snapshot() {
    Map<Field, String> out = new LinkedHashMap<>();
    values.forEach((f, p) -> out.put(f, p.get()));
    return out;
  }

  /** Puts all texts back. */
  void restore(Map<Field, String> snapshot) {
    snapshot.forEach((f, s) -> values.get(f).set(s));
  }

  /** What is to be filed. */
  Filing.Wishes wishes(Kinship kin) {
    String seats = get(Field.SEATS);
    Integer number = seats != null && seats.matches("\\d{1,6}") ? Integer.valueOf(seats) : null;
    Purchase p =
        new Purchase(
            get(Field.PRICE),
            get(Field.BOUGHT),
            get(Field.ORDER),
            get(Field.INVOICE),
            number,
            get(Field.UNTIL));
    return new Filing.Wishes(
        get(Field.SOURCE), get(Field.LICENCE), get(Field.VERSION), get(Field.PAGE), p, kin);
  }

  /** What keeps a field from being recorded, as a key of the words, or null. */
  static String trouble(Field f, String text) {
    if (text.isBlank()) {
      return null;
    }
    boolean date = f == Field.BOUGHT || f == Field.UNTIL;
    if (date && !text.trim().matches("\\d{4}-\\d{2}(-\\d{2})?")) {
      return "arrivals.trouble.date";
    }
    return f == Field.SEATS && !text.trim().matches("\\d{1,6}") ? "arrivals.trouble.seats" : null;
  }

  /** Gives others what a delivery shares (source, licence, purchase); what takes it back. */
  Runnable share(List<PackForm> others) {
    Map<PackForm, Map<Field, String>> before = new LinkedHashMap<>();
    for (PackForm o : others) {
      before.put(o, o.snapshot());
      for (Field f : Field.values()) {
        if (f.shared() && get(f) != null) {
          o.property(f).set(get(f));
        }
      }
    }
    return () -> before.forEach(PackForm::restore);
  }
}
