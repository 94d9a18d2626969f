package keepshelf.standins.window;

import java.awt.GraphicsEnvironment;
import java.nio.file.Path;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.swing.JFrame;
import javax.swing.SwingUtilities;
import javax.swing.WindowConstants;
import keepshelf.standins.frame.FolderWatch;
import keepshelf.standins.frame.Program;

/** A window that shows what a host reads from its folder, and goes on looking there. */
public final class HostWindow {
  private static final long EVERY_MILLIS = 700;

  private HostWindow() {}

  /** Opens the window; the program ends when it is closed. */
  public static void open(Program program, Path folder) {
    if (GraphicsEnvironment.isHeadless()) {
      System.err.println(program.name() + " needs a display for its window; use --folder instead.");
      System.exit(2);
    }
    SwingUtilities.invokeLater(() -> {
      HostPanel panel = new HostPanel(folder);
      JFrame frame = new JFrame(program.name());
      frame.setDefaultCloseOperation(WindowConstants.EXIT_ON_CLOSE);
      frame.add(panel);
      frame.pack();
      frame.setVisible(true);
      FolderWatch watch = new FolderWatch(program, folder);
      ScheduledExecutorService looking =
          Executors.newSingleThreadScheduledExecutor(Thread.ofPlatform().daemon().factory());
      looking.scheduleWithFixedDelay(
          () -> watch.look(all -> SwingUtilities.invokeLater(() -> panel.show(all))),
          0,
          EVERY_MILLIS,
          TimeUnit.MILLISECONDS);
    });
  }
}
