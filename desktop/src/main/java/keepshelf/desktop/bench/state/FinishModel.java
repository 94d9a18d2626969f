package keepshelf.desktop.bench.state;

import java.util.ArrayDeque;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.FinishSetting;
import keepshelf.desktop.words.Words;

/** A finish of an item that is being tried: nothing is kept until a person says so. */
public final class FinishModel {
  private ShelvedItem item;
  private final ReadOnlyObjectWrapper<Finish> draft = new ReadOnlyObjectWrapper<>();
  private final StringProperty name = new SimpleStringProperty("");
  private final ReadOnlyStringWrapper trouble = new ReadOnlyStringWrapper("");
  private final ArrayDeque<Finish> before = new ArrayDeque<>();
  private List<Finish> all;
  private Finish kept;
  private FinishSetting changing;

  /**
   * Tries finishes of {@code item}.
   *
   * @param begin name of the one to begin with, or null for a new one
   */
  public FinishModel(ShelvedItem item, String begin) {
    this.item = item;
    this.all = item.item().marks().finishes();
    choose(begin);
  }

  /** The item. */
  public ShelvedItem item() {
    return item;
  }

  /** The finishes that are kept, by name. */
  public List<Finish> all() {
    return all;
  }

  /** What is tried now. */
  public ReadOnlyObjectProperty<Finish> draftProperty() {
    return draft.getReadOnlyProperty();
  }

  /** The name that it will be kept under. */
  public StringProperty nameProperty() {
    return name;
  }

  /** What is wrong with what was typed last, or empty. */
  public ReadOnlyStringProperty troubleProperty() {
    return trouble.getReadOnlyProperty();
  }

  /** The kept finish that is tried, or null for a new one. */
  public Finish kept() {
    return kept;
  }

  /** Begins anew with a kept finish; null for a new one. */
  public void choose(String of) {
    kept = of == null ? null : all.stream().filter(f -> f.isNamed(of)).findFirst().orElse(null);
    name.set(kept == null ? free() : kept.name());
    trouble.set("");
    before.clear();
    changing = null;
    draft.set(kept == null ? Finish.named(name.get()) : kept);
  }

  /** The item as it is recorded now: finishes may have been kept, removed or undone elsewhere. */
  void recorded(ShelvedItem now) {
    boolean untouched = kept != null && !isChanged();
    String was = kept == null ? null : kept.name();
    item = now;
    all = now.item().marks().finishes();
    Finish same =
        was == null ? null : all.stream().filter(f -> f.isNamed(was)).findFirst().orElse(null);
    if (untouched && !kept.equals(same)) {
      choose(was);
    } else {
      kept = same;
    }
  }

  /** Goes on with what was tried before. */
  void resume(Finish tried) {
    name.set(tried.name());
    draft.set(tried);
  }

  private String free() {
    for (int n = 1; ; n++) {
      String next = Words.of("finish.new.name", n);
      if (all.stream().noneMatch(f -> f.isNamed(next))) {
        return next;
      }
    }
  }

  /** What a setting says; empty when it is as the item has it. */
  public String text(FinishSetting s) {
    return s.read(draft.get());
  }

  /** Has a setting say {@code text}; false when that makes no sense, which is said. */
  public boolean set(FinishSetting s, String text) {
    try {
      Finish next = s.write(draft.get(), text);
      trouble.set("");
      if (!next.equals(draft.get())) {
        // A slider that is dragged is one change, not a hundred.
        if (s != changing) {
          before.push(draft.get());
          changing = s;
        }
        draft.set(next);
      }
      return true;
    } catch (IllegalArgumentException e) {
      trouble.set(e.getMessage());
      return false;
    }
  }

  /** A change is finished: the next one of the same setting can be taken back by itself. */
  public void settled() {
    changing = null;
  }

  /** Takes back the last change that was tried; false when there is none. */
  public boolean undo() {
    changing = null;
    if (before.isEmpty()) {
      return false;
    }
    trouble.set("");
    draft.set(before.pop());
    return true;
  }

  /** Whether there is something to keep: another name or another setting than what is kept. */
  public boolean isChanged() {
    return !result().equals(kept);
  }

  /** Whether it is a new one that says nothing yet. */
  public boolean isUntouched() {
    return kept == null && result().equals(Finish.named(name.get()));
  }

  /** Whether it may be kept under its name: it has one, and no other finish has it. */
  public boolean isNameFree() {
    String n = name.get().strip();
    return !n.isEmpty()
        && all.stream()
            .filter(f -> kept == null || !f.isNamed(kept.name()))
            .noneMatch(f -> f.isNamed(n));
  }

  /** What will be kept. */
  public Finish result() {
    return draft.get().renamed(name.get());
  }

  /** It was kept (or removed, when {@code now} is null): the others stay as they are. */
  public void wasKept(Finish now) {
    String was = kept == null ? null : kept.name();
    all =
        java.util.stream.Stream.concat(
                all.stream()
                    .filter(f -> was == null || !f.isNamed(was))
                    .filter(f -> now == null || !f.isNamed(now.name())),
                java.util.stream.Stream.ofNullable(now))
            .sorted(java.util.Comparator.comparing(Finish::name, String.CASE_INSENSITIVE_ORDER))
            .toList();
    choose(now == null ? null : now.name());
  }
}
