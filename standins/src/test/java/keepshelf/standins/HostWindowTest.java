package keepshelf.standins;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Container;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.swing.JList;
import javax.swing.JTable;
import javax.swing.JTextArea;
import javax.swing.SwingUtilities;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.standins.draughtroom.Draughtroom;
import keepshelf.standins.frame.FolderWatch;
import keepshelf.standins.frame.FolderWatch.Loaded;
import keepshelf.standins.window.HostPanel;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The window of a simulated host, and its watch on the folder. */
class HostWindowTest {
  @TempDir Path dir;
  private List<Loaded> now = List.of();

  private void install(String name, String text) throws Exception {
    Path folder = Files.createDirectories(dir.resolve(name));
    byte[] grey = new byte[16 * 16 * 3];
    java.util.Arrays.fill(grey, (byte) 120);
    ImageEncoder.png(Pixels.u8(16, 16, 3, grey), folder.resolve("c.png"), 1);
    Files.writeString(folder.resolve(name + ".mtl"), text);
  }

  private static String material(String name) {
    return "newmtl " + name + "\nmap_Kd -s 4 4 1 c.png\n";
  }

  @Test
  void documentsThatComeChangeOrGoAreNoticed() throws Exception {
    FolderWatch watch = new FolderWatch(Draughtroom.PROGRAM, dir.resolve("nothing here yet"));
    assertThat(watch.look(all -> now = all)).isFalse();
    watch = new FolderWatch(Draughtroom.PROGRAM, dir);
    install("dory", material("Dory"));
    assertThat(watch.look(all -> now = all)).isTrue();
    assertThat(now)
        .singleElement()
        .satisfies(l -> {
          assertThat(l.name()).isEqualTo("Dory");
          assertThat(l.complaints()).isEmpty();
          assertThat(l.picture()).hasSize(FolderWatch.SIDE * FolderWatch.SIDE);
          assertThat(l.inputs()).anyMatch(i -> i[0].equals("diffuse") && i[2].equals("c.png"));
        });
    assertThat(watch.look(all -> now = all)).as("nothing new").isFalse();
    install("oar", material("Oar").replace("c.png", "gone.png"));
    // What is still being written by an installer is hidden and not read.
    install(".half", material("Half"));
    assertThat(watch.look(all -> now = all)).isTrue();
    assertThat(now).hasSize(2);
    assertThat(now.getLast().complaints()).anyMatch(c -> c.contains("is not there"));
    install("oar", material("Oars"));
    assertThat(watch.look(all -> now = all)).isTrue();
    assertThat(now.getLast().name()).isEqualTo("Oars");
    Files.delete(dir.resolve("dory/dory.mtl"));
    assertThat(watch.look(all -> now = all)).isTrue();
    assertThat(now).hasSize(1);
  }

  private static <T> List<T> all(Container in, Class<T> type) {
    List<T> out = new ArrayList<>();
    for (var c : in.getComponents()) {
      if (type.isInstance(c)) {
        out.add(type.cast(c));
      } else if (c instanceof Container inner) {
        out.addAll(all(inner, type));
      }
    }
    return out;
  }

  @Test
  void thePanelShowsWhatWasReadLastWithItsComplaints() throws Exception {
    FolderWatch watch = new FolderWatch(Draughtroom.PROGRAM, dir);
    install("dory", material("Dory"));
    watch.look(x -> now = x);
    HostPanel[] panel = new HostPanel[1];
    SwingUtilities.invokeAndWait(() -> {
      panel[0] = new HostPanel(dir);
      panel[0].show(now);
    });
    JTable inputs = all(panel[0], JTable.class).getFirst();
    assertThat(inputs.getValueAt(0, 0)).isEqualTo("diffuse");
    install("rope", "newmtl Rope\nmap_Tint c.png\n");
    watch.look(x -> now = x);
    SwingUtilities.invokeAndWait(() -> {
      panel[0].show(now);
      panel[0].setSize(760, 620);
      panel[0].doLayout();
      panel[0].paint(new BufferedImage(760, 620, BufferedImage.TYPE_INT_RGB).getGraphics());
    });
    assertThat(all(panel[0], JList.class).getFirst().getModel().getSize()).isEqualTo(2);
    // Within one second of the other, and behind it by its name.
    assertThat(all(panel[0], JTextArea.class).getFirst().getText())
        .contains("map_Tint")
        .containsPattern("Read at \\d\\d:\\d\\d(:\\d\\d)?$");
  }
}
