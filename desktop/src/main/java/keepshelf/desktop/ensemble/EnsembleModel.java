package keepshelf.desktop.ensemble;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.format.EnsembleObject;
import keepshelf.core.install.profile.Abilities;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.making.Ensembles;
import keepshelf.core.making.Ensembles.Wish;
import keepshelf.core.making.Making;
import keepshelf.core.preview.EnsembleLook;
import keepshelf.core.preview.FinishPreview;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Newest;
import keepshelf.desktop.work.WorkList;
import org.slf4j.LoggerFactory;

/** An ensemble that is being put together, and the picture that follows it. */
public final class EnsembleModel implements AutoCloseable {
  private static final int SIDE = 640;
  private static final int MOST_STEPS = 200;

  /** What parts are called when nobody has said so yet, in the order of the object's places. */
  private static final List<String> USUAL = List.of("front", "sides", "trim", "top", "plinth");

  /**
   * What is being put together.
   *
   * @param name of the ensemble
   * @param parts in order
   * @param before the ensemble whose next version it is, or null
   */
  public record State(String name, List<Wish> parts, ShelvedItem before) {
    /** Copies the parts. */
    public State {
      parts = List.copyOf(parts);
    }

    State with(List<Wish> others) {
      return new State(name, others, before);
    }
  }

  /**
   * What came of it.
   *
   * @param of the state that it shows
   * @param lit how it is lit
   * @param picture of the parts together; null when there are none
   * @param draft what would be put on the shelf, or null
   * @param trouble why it cannot be, or null
   * @param cannot hosts that do not take one of its parts, each with the reason
   */
  public record Shown(
      State of,
      Previews.Lit lit,
      Previews.Picture picture,
      Ensembles.Draft draft,
      String trouble,
      List<String> cannot) {}

  private final Shelf shelf;
  private final WorkList work;
  private final Consumer<Making.Made> made;
  private final ReadOnlyObjectWrapper<State> state = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Previews.Lit> lit =
      new ReadOnlyObjectWrapper<>(Previews.Lit.USUAL);
  private final Deque<State> before = new ArrayDeque<>();
  private final Newest<State> newest = new Newest<>("keepshelf-ensemble");

  /** Looks of items by their identifiers and maps; touched by the thread only. */
  private final Map<String, FinishPreview> looks = new HashMap<>();

  /**
   * On {@code shelf}.
   *
   * @param made is called on the interface thread with what was put on the shelf
   */
  public EnsembleModel(Shelf shelf, WorkList work, Consumer<Making.Made> made) {
    this.shelf = shelf;
    this.work = work;
    this.made = made;
  }

  /** What is being put together, or null before the first time. */
  public ReadOnlyObjectProperty<State> stateProperty() {
    return state.getReadOnlyProperty();
  }

  /** The latest picture; it may show a state of a moment ago. */
  public ReadOnlyObjectProperty<Shown> shownProperty() {
    return shown.getReadOnlyProperty();
  }

  /** How it is lit. */
  public ReadOnlyObjectProperty<Previews.Lit> litProperty() {
    return lit.getReadOnlyProperty();
  }

  /** Begins a new one of these items, or changes the one that is the only of them. */
  public void begin(List<ShelvedItem> items) {
    before.clear();
    shown.set(null);
    if (items.size() == 1 && !items.getFirst().item().parts().isEmpty()) {
      ShelvedItem e = items.getFirst();
      state.set(new State(e.item().name(), shelf.making().ensembles().wishes(e), e));
    } else {
      List<Wish> parts = new ArrayList<>();
      for (ShelvedItem s : items) {
        if (Ensembles.cannot(s).isEmpty() && parts.size() < EnsembleObject.MOST_PARTS) {
          parts.add(new Wish(freeName(parts), s, null));
        }
      }
      state.set(new State("", parts, null));
    }
    want();
  }

  private static String freeName(List<Wish> parts) {
    List<String> has = parts.stream().map(w -> w.name().toLowerCase(Locale.ROOT)).toList();
    for (String u : USUAL) {
      if (!has.contains(u)) {
        return u;
      }
    }
    for (int n = 1; ; n++) {
      String name = Words.of("ensemble.part", n);
      if (!has.contains(name)) {
        return name;
      }
    }
  }

  private void change(UnaryOperator<State> how) {
    State next = how.apply(state.get());
    if (next.equals(state.get())) {
      return;
    }
    before.push(state.get());
    while (before.size() > MOST_STEPS) {
      before.removeLast();
    }
    state.set(next);
    want();
  }

  /** Another name for the whole. */
  public void name(String name) {
    change(s -> new State(name.strip(), s.parts(), s.before()));
  }

  private void part(int number, UnaryOperator<Wish> how) {
    change(s -> {
      List<Wish> parts = new ArrayList<>(s.parts());
      parts.set(number, how.apply(parts.get(number)));
      return s.with(parts);
    });
  }

  /** Another name for a part. */
  public void partName(int number, String name) {
    part(number, w -> new Wish(name.strip(), w.item(), w.finish()));
  }

  /** A part of another item, as it was delivered. */
  public void partItem(int number, ShelvedItem item) {
    part(number, w -> new Wish(w.name(), item, null));
  }

  /** A part with a finish, or null for the item as delivered. */
  public void partFinish(int number, String finish) {
    part(number, w -> new Wish(w.name(), w.item(), finish));
  }

  /** One part more; nothing happens when there are as many as there can be. */
  public void add(ShelvedItem item) {
    change(s -> {
      if (s.parts().size() >= EnsembleObject.MOST_PARTS) {
        return s;
      }
      List<Wish> parts = new ArrayList<>(s.parts());
      parts.add(new Wish(freeName(parts), item, null));
      return s.with(parts);
    });
  }

  /** Without a part. */
  public void remove(int number) {
    change(s -> {
      List<Wish> parts = new ArrayList<>(s.parts());
      parts.remove(number);
      return s.with(parts);
    });
  }

  /** A part goes up or down by one. */
  public void move(int number, int by) {
    change(s -> {
      int to = number + by;
      if (to < 0 || to >= s.parts().size()) {
        return s;
      }
      List<Wish> parts = new ArrayList<>(s.parts());
      parts.add(to, parts.remove(number));
      return s.with(parts);
    });
  }

  /** Each part of the newest version of its item. */
  public void renew() {
    change(s -> {
      List<Wish> parts = new ArrayList<>();
      for (Wish w : s.parts()) {
        parts.add(shelf.making().ensembles().renewed(w));
      }
      return s.with(parts);
    });
  }

  /** Under another light. */
  public void light(Previews.Lit other) {
    lit.set(other);
    want();
  }

  /** Takes the last change back. */
  public void undo() {
    if (!before.isEmpty()) {
      state.set(before.pop());
      want();
    }
  }

  private void want() {
    State s = state.get();
    Previews.Lit l = lit.get();
    newest.want(s, x -> draw(x, l));
  }

  private void draw(State s, Previews.Lit l) {
    Ensembles.Draft draft = null;
    String trouble = null;
    try {
      draft = shelf.making().ensembles().plan(s.name(), s.parts(), s.before());
    } catch (ShelfException e) {
      trouble = e.problem().message();
    }
    Previews.Picture picture = null;
    try {
      picture = s.parts().isEmpty() ? null : EnsembleLook.render(looks(s), SIDE, l);
    } catch (RuntimeException | OutOfMemoryError e) {
      LoggerFactory.getLogger(EnsembleModel.class).warn("no picture of an ensemble", e);
    }
    Shown done = new Shown(s, l, picture, draft, trouble, cannot(s));
    work.ui(() -> {
      if (newest.is(s)) {
        shown.set(done);
      }
    });
  }

  private List<EnsembleLook.Part> looks(State s) {
    List<EnsembleLook.Part> out = new ArrayList<>();
    for (Wish w : s.parts()) {
      String key = w.item().item().id() + w.item().item().look();
      FinishPreview look = looks.get(key);
      if (look == null) {
        try {
          look = shelf.previews().finishing(w.item());
          looks.put(key, look);
        } catch (IOException e) {
          LoggerFactory.getLogger(EnsembleModel.class).debug("a part without a picture", e);
        }
      }
      Finish f =
          w.finish() == null ? null : w.item().item().marks().finish(w.finish()).orElse(null);
      out.add(new EnsembleLook.Part(w.name(), look, look == null ? null : f));
    }
    return out;
  }

  /** Hosts that do not take a part, each with the reason. */
  private List<String> cannot(State s) {
    List<String> out = new ArrayList<>();
    for (HostRecord h : shelf.catalogue().hosts()) {
      HostProfile p = HostProfile.find(h.profile()).orElse(null);
      for (Wish w : s.parts()) {
        if (p != null) {
          Abilities.cannot(p, w.item().item().kind(), w.item().item().roles())
              .ifPresent(why -> out.add(Words.of("ensemble.cannot", h.name(), w.name(), why)));
        }
      }
    }
    return out;
  }

  /** Puts it on the shelf. */
  public void make() {
    Shown s = shown.get();
    if (s == null || s.of() != state.get() || s.draft() == null) {
      work.problems()
          .add(
              Problem.warning(
                  "ensemble",
                  null,
                  s == null || s.trouble() == null ? Words.of("ensemble.wait") : s.trouble()));
      return;
    }
    work.start(
        Words.of("ensemble.job", s.draft().name()),
        job -> {
          Making.Made m = shelf.making().ensembles().file(s.draft());
          work.ui(() -> {
            work.problems().addAll(m.problems());
            made.accept(m);
          });
        });
  }

  @Override
  public void close() {
    newest.close();
  }
}
