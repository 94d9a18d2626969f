package keepshelf.desktop;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Scene;
import javafx.scene.input.TransferMode;

/** Takes files and folders that are dropped on a window. */
final class Drops {
  private Drops() {}

  /** Gives what is dropped anywhere in {@code scene} to {@code taker}. */
  static void into(Scene scene, Consumer<List<Path>> taker) {
    scene.setOnDragOver(e -> {
      if (e.getDragboard().hasFiles()) {
        e.acceptTransferModes(TransferMode.COPY);
        e.consume();
      }
    });
    scene.setOnDragDropped(e -> {
      if (e.getDragboard().hasFiles()) {
        taker.accept(e.getDragboard().getFiles().stream().map(File::toPath).toList());
        e.setDropCompleted(true);
        e.consume();
      }
    });
  }
}
