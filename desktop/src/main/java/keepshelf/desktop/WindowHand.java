package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.function.BooleanSupplier;
import javafx.application.Platform;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;

/** Does in the real window what a person does, and takes pictures of it. */
final class WindowHand {
  private static final long PATIENCE_MS = 180_000;

  private final MainWindow window;
  private final Stage stage;
  private final Path into;

  /** Pictures go into {@code into}. */
  WindowHand(MainWindow window, Stage stage, Path into) {
    this.window = window;
    this.stage = stage;
    this.into = into;
  }

  /** Does something on the interface thread. */
  void act(Runnable what) throws InterruptedException, ExecutionException {
    fx(() -> {
      what.run();
      return null;
    });
  }

  /** Waits until something is so. */
  void until(Callable<Boolean> is) throws InterruptedException, ExecutionException {
    while (!fx(is)) {
      Thread.sleep(50);
    }
  }

  void choose(String... keys) throws InterruptedException, ExecutionException {
    act(() -> {
      choose(keys[0]);
      for (String k : List.of(keys).subList(1, keys.length)) {
        window.shelfModel().all().stream()
            .filter(c -> c.key().equals(k))
            .findFirst()
            .ifPresent(window.shelfModel().selection()::toggle);
      }
    });
    idle();
  }

  /** Chooses the item with this key on the boards. */
  void choose(String key) {
    window.shelfModel().all().stream()
        .filter(c -> c.key().equals(key))
        .findFirst()
        .ifPresent(c -> window.shelfModel().choose(c.id()));
  }

  static KeyEvent key(KeyCode code) {
    return new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, false, false);
  }

  static <T> T fx(Callable<T> what) throws InterruptedException, ExecutionException {
    CompletableFuture<T> done = new CompletableFuture<>();
    Platform.runLater(() -> {
      try {
        done.complete(what.call());
      } catch (Exception e) {
        done.completeExceptionally(e);
      }
    });
    return done.get();
  }

  /** Waits until no work and no picture is open any more. */
  void idle() throws InterruptedException, ExecutionException {
    long end = System.currentTimeMillis() + PATIENCE_MS;
    BooleanSupplier quiet =
        () ->
            window.work().jobs().isEmpty()
                && !window.shelfModel().busyProperty().get()
                && window.pictures().waitingProperty().get() == 0
                && !window.bench().isBusy();
    int calm = 0;
    while (calm < 4 && System.currentTimeMillis() < end) {
      calm = fx(quiet::getAsBoolean) ? calm + 1 : 0;
      Thread.sleep(80);
    }
  }

  void shot(String name) throws IOException, InterruptedException, ExecutionException {
    idle();
    WritableImage image = fx(() -> stage.getScene().snapshot(null));
    int w = (int) image.getWidth();
    int h = (int) image.getHeight();
    int[] argb = new int[w * h];
    image.getPixelReader().getPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    byte[] rgb = new byte[argb.length * 3];
    for (int i = 0; i < argb.length; i++) {
      rgb[3 * i] = (byte) (argb[i] >> 16);
      rgb[3 * i + 1] = (byte) (argb[i] >> 8);
      rgb[3 * i + 2] = (byte) argb[i];
    }
    ImageEncoder.png(Pixels.u8(w, h, 3, rgb), into.resolve(name + ".png"), 9);
    List<String> said = new ArrayList<>(List.of(name, w + " × " + h));
    System.out.println(String.join("  ", said));
  }
}
