package keepshelf.desktop.kit;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** Asks a person for files or a folder; replaced where there is no system to ask. */
public interface FilePicker {
  /** Several files, or none. */
  List<Path> files(Window owner);

  /** A folder, or none. */
  Optional<Path> folder(Window owner);

  /** Where to write a new file, or nowhere; {@code name} is proposed. */
  default Optional<Path> save(Window owner, String name) {
    FileChooser c = new FileChooser();
    c.setInitialFileName(name);
    return Optional.ofNullable(c.showSaveDialog(owner)).map(File::toPath);
  }

  /** The system's own dialogs. */
  static FilePicker ofSystem() {
    return new FilePicker() {
      @Override
      public List<Path> files(Window owner) {
        List<File> chosen = new FileChooser().showOpenMultipleDialog(owner);
        return chosen == null ? List.of() : chosen.stream().map(File::toPath).toList();
      }

      @Override
      public Optional<Path> folder(Window owner) {
        return Optional.ofNullable(new DirectoryChooser().showDialog(owner)).map(File::toPath);
      }
    };
  }
}
