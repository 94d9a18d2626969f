package keepshelf.desktop;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Consumer;
import javafx.stage.Stage;
import keepshelf.core.edit.Edited;
import keepshelf.core.problem.Problem;
import keepshelf.core.search.Condition;
import keepshelf.desktop.help.AboutSheet;
import keepshelf.desktop.help.GuidePane;
import keepshelf.desktop.help.Log;
import keepshelf.desktop.help.Report;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.shelf.ShelfModel;
import keepshelf.desktop.shell.ShellView;
import keepshelf.desktop.upkeep.CheckPane;
import keepshelf.desktop.upkeep.LicencesPane;
import keepshelf.desktop.upkeep.Upkeep;
import keepshelf.desktop.words.Words;

/** The menu under the shelf's name: what is done to all of it, and help. */
public final class ShelfMenu {
  private final Stage stage;
  private final Settings settings;
  private final FilePicker picker;
  private final Upkeep upkeep;
  private final ShelfModel model;
  private ShellView shell;
  private Consumer<Path> mover = to -> {};
  private Consumer<Edited> imported = e -> {};
  private Consumer<Path> like = f -> {};
  private Consumer<String> search = words -> {};

  ShelfMenu(Stage stage, Settings settings, FilePicker picker, Upkeep upkeep, ShelfModel model) {
    this.stage = stage;
    this.settings = settings;
    this.picker = picker;
    this.upkeep = upkeep;
    this.model = model;
  }

  /** The frame that sheets are shown in. */
  void over(ShellView frame) {
    shell = frame;
  }

  /** What moves the whole shelf to another folder. */
  void onMove(Consumer<Path> what) {
    mover = what;
  }

  /** What is told that records were changed by reading them in. */
  void onImported(Consumer<Edited> what) {
    imported = what;
  }

  /** What searches the boards for words. */
  void onSearch(Consumer<String> what) {
    search = what;
  }

  /** What shows what looks like a picture. */
  void onLike(Consumer<Path> what) {
    like = what;
  }

  /** What can be done, by title, in order. */
  Map<String, Runnable> entries() {
    Map<String, Runnable> menu = new LinkedHashMap<>();
    menu.put(
        Words.of("like.menu"),
        () -> picker.files(stage).stream().findFirst().ifPresent(f -> like.accept(f)));
    menu.put(Words.of("upkeep.menu.check"), this::check);
    menu.put(Words.of("upkeep.menu.licences"), this::licences);
    menu.put(
        Words.of("upkeep.menu.backup"),
        () -> picker.save(stage, upkeep.fileName(".zip")).ifPresent(upkeep::backUp));
    menu.put(
        Words.of("upkeep.menu.export"),
        () -> picker.save(stage, upkeep.fileName(".json")).ifPresent(upkeep::export));
    menu.put(
        Words.of("upkeep.menu.table"),
        () -> picker.save(stage, upkeep.fileName(".csv")).ifPresent(upkeep::export));
    menu.put(
        Words.of("upkeep.menu.import"),
        () -> picker.files(stage).forEach(f -> upkeep.importFrom(f, imported)));
    menu.put(Words.of("upkeep.menu.rebuild"), upkeep::rebuild);
    menu.put(Words.of("upkeep.menu.move"), () -> picker.folder(stage).ifPresent(mover));
    if (TextScale.isOurs()) {
      menu.put(Words.of("help.menu.size"), this::nextTextSize);
    }
    menu.put(Words.of("help.menu.guide"), this::guide);
    menu.put(Words.of("help.menu.about"), this::about);
    return menu;
  }

  /** Checks the shelf's files and shows what is found. */
  public void check() {
    shell.showSheet(new CheckPane(upkeep, picker, shell::closeSheet));
  }

  /** Shows the licences and what they allow. */
  public void licences() {
    Map<String, Integer> used = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    model.all().stream()
        .map(c -> c.pack().licence())
        .filter(Objects::nonNull)
        .forEach(l -> used.merge(l, 1, Integer::sum));
    shell.showSheet(
        new LicencesPane(
            upkeep, used, id -> search.accept(Condition.typed("licence", id)), shell::closeSheet));
  }

  /** The guide, at the page of the place that is open. */
  public void guide() {
    shell.showSheet(
        new GuidePane(
            shell.openProperty().get().name().toLowerCase(Locale.ROOT), shell::closeSheet));
  }

  /** What this program is, and what helps in a report. */
  public void about() {
    Map<String, String> set = new LinkedHashMap<>();
    for (String key : List.of("theme", "width", "height", "maximized", TextScale.SETTING)) {
      set.put(key, settings.get(key, "not set"));
    }
    shell.showSheet(new AboutSheet(() -> Report.text(set, Log.file()), shell::closeSheet));
  }

  /** Larger text, and after the largest the smallest; it holds from the next start on. */
  private void nextTextSize() {
    int now = (int) settings.number(TextScale.SETTING, 100);
    int next = TextScale.CHOICES[0];
    for (int c : TextScale.CHOICES) {
      if (c > now) {
        next = c;
        break;
      }
    }
    settings.put(TextScale.SETTING, String.valueOf(next));
    upkeep.say(Problem.note("text-size", null, Words.of("help.size.next", next)));
  }
}
