package keepshelf.desktop.sources;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.core.sources.PackDetail;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.versions.PackChanges;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;

/** One pack: before and after, what would change, what hangs on it; and the account. */
final class PackPane extends VBox {
  private static final double WIDTH = 300;
  private static final double PICTURE = 130;
  private static final double NAME = 84;
  private static final int MOST_NOTES = 900;

  private final SourcesModel model;
  private final Shelf shelf;
  private final PackPictures pictures;
  private final Beside beside;
  private final Consumer<String> browse;
  private final VBox facts = new VBox(0);
  private final VBox account = new VBox(6);

  PackPane(
      SourcesModel model,
      Shelf shelf,
      PackPictures pictures,
      Beside beside,
      Consumer<String> browse) {
    this.model = model;
    this.beside = beside;
    this.shelf = shelf;
    this.pictures = pictures;
    this.browse = browse;
    setId("pack-pane");
    getStyleClass().addAll("sheet", "side");
    setMinWidth(WIDTH);
    setMaxWidth(WIDTH);
    VBox all = new VBox(12, facts, new QueuePane(model.fetches()), account);
    all.setStyle("-fx-padding: 14 16 14 16;");
    all.setFillWidth(true);
    ScrollPane scroll = new ScrollPane(all);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.getStyleClass().add("plain-scroll");
    VBox.setVgrow(scroll, Priority.ALWAYS);
    getChildren().add(scroll);
    model.packProperty().addListener(o -> fill());
    model
        .detailProperty()
        .addListener((o, was, is) -> {
          // Without one the pack has just been chosen, and is shown already.
          if (is != null) {
            fill();
          }
        });
    beside.openedProperty().addListener(o -> fill());
    model.chosenProperty().addListener(o -> accountOf());
    fill();
    accountOf();
  }

  private void fill() {
    facts.getChildren().clear();
    PackNews p = model.packProperty().get();
    SourceNews n = model.chosenProperty().get();
    if (p == null || n == null) {
      return;
    }
    Feed.Version v = p.newest().orElse(null);
    facts.getChildren().addAll(Kit.wrapped(p.name(), "heading"), Kit.wrapped(line(p, v), "hint"));
    Optional<ObservableValue<Picture>> here = pictures.here(p);
    Optional<ObservableValue<Picture>> there = pictures.there(p);
    HBox both = new HBox(8);
    here.ifPresent(x ->
        both.getChildren().add(picture(x, p.here() == null ? Words.of("sources.here") : p.here())));
    boolean differs = !p.isHere() || p.states().contains(State.NEWER);
    Beside.Opened fetched = beside.openedProperty().get();
    if (fetched != null) {
      both.getChildren()
          .add(
              picture(
                  pictures.fetched(fetched),
                  Words.of("sources.fetched", v == null ? "" : v.version())));
    } else if (differs) {
      there.ifPresent(x ->
          both.getChildren()
              .add(picture(x, Words.of("sources.preview", v == null ? "" : v.version()))));
    }
    if (!both.getChildren().isEmpty()) {
      both.setStyle("-fx-padding: 10 0 4 0;");
      facts.getChildren().add(both);
    }
    compare(p, fetched);
    PackDetail d = model.detailProperty().get();
    if (p.isHere()) {
      section("sources.changes", changes(p, v, d));
    } else {
      section("sources.editions", edition(p, v));
    }
    if (v != null && v.notes() != null && differs) {
      String notes = v.notes();
      section(
          "sources.notes",
          notes.length() > MOST_NOTES ? notes.substring(0, MOST_NOTES) + " …" : notes);
    }
    if (d != null) {
      section("sources.used", used(d));
    }
    section("sources.terms", terms(p, v, d));
    section("sources.bought", bought(p));
    links(p);
  }

  /** To look at a newer version before anything changes, and to decide. */
  private void compare(PackNews p, Beside.Opened fetched) {
    if (fetched != null) {
      Button take =
          Kit.button(
              Words.of("sources.take"), () -> model.fetches().accept(fetched.fetch()), "main");
      take.setId("source-take");
      Button leave =
          Kit.button(Words.of("sources.leave"), () -> model.fetches().remove(fetched.fetch()));
      leave.setId("source-leave");
      facts.getChildren().add(new HBox(8, take, leave));
    } else if (SourcesModel.comparable(p)) {
      Button look = Kit.button(Words.of("sources.compare"), model::compare);
      look.setId("source-compare");
      facts.getChildren().add(look);
    }
  }

  private static String line(PackNews p, Feed.Version v) {
    String there = v == null || v.version().isEmpty() ? null : v.version();
    if (!p.isHere()) {
      return there == null ? Words.of("sources.line.not") : Words.of("sources.line.there", there);
    }
    String here = p.here() == null ? Words.of("sources.noversion") : p.here();
    return there == null
        ? Words.of("sources.line.here", here)
        : Words.of("sources.line.both", here, there);
  }

  private static Node picture(ObservableValue<Picture> p, String below) {
    VBox box = new VBox(2, Images.view(p, PICTURE), Kit.label(below, "hint"));
    box.setAlignment(Pos.TOP_LEFT);
    return box;
  }

  private void section(String key, String text) {
    if (text != null && !text.isBlank()) {
      Label head = Kit.label(Words.of(key), "section");
      head.setStyle("-fx-padding: 8 0 2 0;");
      facts.getChildren().addAll(head, Kit.wrapped(text, "source-fact"));
    }
  }

  private static String edition(PackNews p, Feed.Version v) {
    if (v == null) {
      return null;
    }
    List<String> out = new ArrayList<>();
    for (Feed.Edition e : p.editions(v)) {
      out.add(Words.of("sources.edition", e.name(), e.files().size(), SourceTexts.size(e.bytes())));
    }
    return String.join("\n", out);
  }

  private static String changes(PackNews p, Feed.Version v, PackDetail d) {
    if (v == null || d == null || !p.states().contains(State.NEWER)) {
      return null;
    }
    List<String> out = new ArrayList<>();
    PackChanges c = d.changes();
    if (c != null) {
      out.add(Words.of("sources.files", c.changed().size(), d.files()));
      named(out, "sources.changed", c.changed());
      named(out, "sources.new", c.added());
      named(out, "sources.gone", c.removed());
    } else {
      out.add(Words.of("sources.files.untold"));
    }
    if (v.licence() != null) {
      out.add(
          Objects.equals(v.licence().id(), p.licence())
              ? Words.of("sources.licence.same")
              : Words.of("sources.licence.other", p.licence(), v.licence().id()));
    }
    return String.join("\n", out);
  }

  private static final int NAMED = 4;

  private static void named(List<String> out, String key, List<String> names) {
    if (!names.isEmpty()) {
      String some = String.join(", ", names.subList(0, Math.min(NAMED, names.size())));
      out.add(Words.of(key, names.size() > NAMED ? some + " +" + (names.size() - NAMED) : some));
    }
  }

  private static String used(PackDetail d) {
    List<String> out = new ArrayList<>(d.hosts());
    d.finishes().forEach(f -> out.add(Words.of("sources.finish", f)));
    d.projects().forEach(x -> out.add(x));
    return out.isEmpty() ? null : String.join(" · ", out);
  }

  private String terms(PackNews p, Feed.Version v, PackDetail d) {
    String then = d == null ? null : d.licenceThen();
    String now = v == null || v.licence() == null ? null : v.licence().id();
    if (then == null && now == null) {
      return null;
    }
    if (then == null) {
      return Words.of("sources.terms.now", title(now));
    }
    String when = d.bought() == null ? null : SourceTexts.day(d.bought());
    if (now == null || then.equalsIgnoreCase(now)) {
      return when == null
          ? Words.of(now == null ? "sources.terms.then" : "sources.terms.same", title(then))
          : Words.of(
              now == null ? "sources.terms.then.day" : "sources.terms.same.day", title(then), when);
    }
    return when == null
        ? Words.of("sources.terms.changed", title(then), title(now))
        : Words.of("sources.terms.changed.day", title(then), when, title(now));
  }

  private String title(String id) {
    return shelf.licences().title(id);
  }

  private static String bought(PackNews p) {
    if (p.owned() == null) {
      return null;
    }
    List<String> out = new ArrayList<>();
    p.price().ifPresent(m -> out.add(SourceTexts.money(m.amount(), m.currency())));
    if (p.owned().date() != null) {
      out.add(SourceTexts.day(p.owned().date()));
    }
    if (p.owned().order() != null) {
      out.add(Words.of("sources.order", p.owned().order()));
    }
    if (p.owned().seats() != null) {
      out.add(Words.of("sources.seats", p.owned().seats()));
    }
    if (p.owned().until() != null) {
      out.add(Words.of("sources.until", SourceTexts.day(p.owned().until())));
    }
    return out.isEmpty() ? null : String.join(" · ", out);
  }

  private void links(PackNews p) {
    String page =
        p.item() != null && p.item().page() != null
            ? p.item().page()
            : p.owned() == null ? null : p.owned().page();
    if (page != null) {
      var b =
          Kit.button(Words.of("sources.open.page"), () -> browse.accept(page), "quiet", "flush");
      b.setStyle("-fx-padding: 8 0 0 0;");
      facts.getChildren().add(b);
    }
  }

  private void accountOf() {
    account.getChildren().clear();
    SourceNews n = model.chosenProperty().get();
    if (n == null) {
      return;
    }
    Feed.Account a = n.account();
    String name = a != null && a.name() != null ? a.name() : n.source().account();
    if (name != null) {
      row(Words.of("sources.account"), Kit.wrapped(name, "source-fact"));
    }
    if (a != null && a.downloadsLeft() != null) {
      String left =
          a.renews() == null
              ? Words.of("sources.plan.left", a.downloadsLeft())
              : Words.of("sources.plan.left.until", a.downloadsLeft(), SourceTexts.day(a.renews()));
      row(
          Words.of("sources.plan"),
          Kit.wrapped(left, a.downloadsLeft() == 0 ? "attention" : "source-fact"));
    }
    String support =
        n.source().support() != null
            ? n.source().support()
            : n.info() == null ? null : n.info().support();
    if (support != null) {
      boolean web = support.matches("(?i)https?://\\S+");
      row(
          Words.of("sources.support"),
          web
              ? Kit.button(
                  Words.of("sources.open.support"), () -> browse.accept(support), "quiet", "flush")
              : Kit.wrapped(support, "source-fact"));
    }
    if (n.source().feed() != null) {
      row(
          Words.of("sources.feed"),
          Kit.wrapped(Words.of(n.signed() ? "sources.signed" : "sources.unsigned"), "source-fact"));
    }
  }

  /** A name and what it is; several lines of that stand below each other. */
  private void row(String name, Node value) {
    Label l = Kit.label(name, "second");
    l.setMinWidth(NAME);
    HBox line = new HBox(10, l, value);
    HBox.setHgrow(value, Priority.ALWAYS);
    account.getChildren().add(line);
  }
}
