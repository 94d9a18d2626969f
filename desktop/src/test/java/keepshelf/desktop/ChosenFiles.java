package keepshelf.desktop;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.Window;
import keepshelf.desktop.kit.FilePicker;

/** Stands for the system's dialogs: what a person would choose in them. */
final class ChosenFiles implements FilePicker {
  /** Chosen when files or a folder are asked for. */
  List<Path> picked = List.of();

  /** Chosen when a place to write to is asked for, or null. */
  Path saveTo;

  @Override
  public List<Path> files(Window owner) {
    return picked;
  }

  @Override
  public Optional<Path> folder(Window owner) {
    return picked.stream().findFirst();
  }

  @Override
  public Optional<Path> save(Window owner, String name) {
    return Optional.ofNullable(saveTo);
  }
}
