package keepshelf.standins.window;

import java.awt.BorderLayout;
import java.awt.Color;
import java.awt.Component;
import java.awt.Dimension;
import java.awt.Font;
import java.awt.Image;
import java.awt.image.BufferedImage;
import java.nio.file.Path;
import java.time.temporal.ChronoUnit;
import java.util.List;
import javax.swing.BorderFactory;
import javax.swing.DefaultListCellRenderer;
import javax.swing.DefaultListModel;
import javax.swing.ImageIcon;
import javax.swing.JLabel;
import javax.swing.JList;
import javax.swing.JPanel;
import javax.swing.JScrollPane;
import javax.swing.JTable;
import javax.swing.JTextArea;
import javax.swing.ListSelectionModel;
import javax.swing.table.DefaultTableModel;
import keepshelf.standins.frame.FolderWatch.Loaded;

/** What a host shows: its documents at the left, the chosen one with its picture at the right. */
public final class HostPanel extends JPanel {
  private static final Color GROUND = new Color(0xE6E6E6);
  private static final Color BAD = new Color(0x9B2020);
  private static final Font PLAIN = new Font(Font.SANS_SERIF, Font.PLAIN, 12);
  private static final int THUMB = 44;

  private final Path folder;
  private final DefaultListModel<Loaded> documents = new DefaultListModel<>();
  private final JList<Loaded> list = new JList<>(documents);
  private final JLabel picture = new JLabel("", JLabel.CENTER);
  private final DefaultTableModel inputs =
      new DefaultTableModel(new Object[] {"Input", "Read as", "From"}, 0) {
        @Override
        public boolean isCellEditable(int row, int column) {
          return false;
        }
      };
  private final JTextArea words = new JTextArea(5, 20);
  private final JLabel status = new JLabel();

  /** For the documents of {@code folder}. */
  public HostPanel(Path folder) {
    super(new BorderLayout());
    this.folder = folder;
    setBackground(GROUND);
    list.setSelectionMode(ListSelectionModel.SINGLE_SELECTION);
    list.setFixedCellHeight(THUMB + 8);
    list.setCellRenderer(new Line());
    list.addListSelectionListener(e -> show(list.getSelectedValue()));
    JScrollPane left =
        new JScrollPane(
            list, JScrollPane.VERTICAL_SCROLLBAR_AS_NEEDED, JScrollPane.HORIZONTAL_SCROLLBAR_NEVER);
    left.setPreferredSize(new Dimension(290, 400));
    add(left, BorderLayout.WEST);
    picture.setPreferredSize(new Dimension(270, 276));
    picture.setOpaque(true);
    picture.setBackground(new Color(119, 119, 119));
    JTable table = new JTable(inputs);
    table.setFillsViewportHeight(true);
    table.setFont(PLAIN);
    table.setRowHeight(21);
    table.setShowGrid(false);
    table.setIntercellSpacing(new Dimension(10, 0));
    table.getTableHeader().setFont(PLAIN);
    int[] widths = {150, 90, 260};
    for (int c = 0; c < widths.length; c++) {
      table.getColumnModel().getColumn(c).setPreferredWidth(widths[c]);
    }
    list.setFont(PLAIN);
    words.setFont(PLAIN);
    status.setFont(PLAIN);
    words.setEditable(false);
    words.setLineWrap(true);
    words.setWrapStyleWord(true);
    words.setMargin(new java.awt.Insets(6, 8, 6, 8));
    JPanel right = new JPanel(new BorderLayout());
    right.add(picture, BorderLayout.NORTH);
    right.add(new JScrollPane(table), BorderLayout.CENTER);
    right.add(new JScrollPane(words), BorderLayout.SOUTH);
    add(right, BorderLayout.CENTER);
    status.setBorder(BorderFactory.createEmptyBorder(4, 8, 4, 8));
    add(status, BorderLayout.SOUTH);
    setPreferredSize(new Dimension(760, 620));
    show(List.of());
  }

  /** Shows these documents; what was chosen stays chosen, else the one that was read last. */
  public void show(List<Loaded> all) {
    Loaded chosen = list.getSelectedValue();
    Loaded newest = all.stream().max(java.util.Comparator.comparing(Loaded::readAt)).orElse(null);
    boolean came = all.size() > documents.size();
    documents.clear();
    all.forEach(documents::addElement);
    Loaded next =
        came || chosen == null
            ? newest
            : all.stream().filter(l -> l.path().equals(chosen.path())).findFirst().orElse(newest);
    list.setSelectedValue(next, true);
    show(next);
    long bad = all.stream().filter(l -> !l.complaints().isEmpty()).count();
    status.setText(
        (all.isEmpty() ? "Nothing loaded yet" : all.size() + " loaded")
            + (bad == 0 ? "" : ", " + bad + " with complaints")
            + "  ·  watching "
            + folder);
  }

  private void show(Loaded l) {
    inputs.setRowCount(0);
    picture.setIcon(l == null || l.picture() == null ? null : new ImageIcon(image(l.picture())));
    if (l == null) {
      words.setText("Documents appear here as they arrive in the folder.");
      words.setForeground(Color.DARK_GRAY);
      return;
    }
    l.inputs().forEach(inputs::addRow);
    boolean sound = l.complaints().isEmpty();
    words.setForeground(sound ? Color.DARK_GRAY : BAD);
    words.setText(
        (sound ? "No complaints. " : String.join("\n", l.complaints()) + "\n")
            + String.join(", ", l.facts())
            + (l.facts().isEmpty() ? "" : ". ")
            + "Read at "
            + l.readAt().toLocalTime().truncatedTo(ChronoUnit.SECONDS));
    words.setCaretPosition(0);
  }

  private static BufferedImage image(int[] argb) {
    int side = (int) Math.sqrt(argb.length);
    BufferedImage i = new BufferedImage(side, side, BufferedImage.TYPE_INT_ARGB);
    i.setRGB(0, 0, side, side, argb, 0, side);
    return i;
  }

  /** A document in the list: its picture, its name, where it lies, whether it is sound. */
  private static final class Line extends DefaultListCellRenderer {
    @Override
    public Component getListCellRendererComponent(
        JList<?> of, Object value, int index, boolean selected, boolean focused) {
      super.getListCellRendererComponent(of, value, index, selected, focused);
      Loaded l = (Loaded) value;
      String state = l.complaints().isEmpty() ? "read" : l.complaints().size() + " complaints";
      setText(
          "<html><b>"
              + escaped(l.name())
              + "</b><br><font color='"
              + (l.complaints().isEmpty() ? "#606060" : "#9B2020")
              + "'>"
              + escaped(l.path().getFileName().toString())
              + " · "
              + state
              + "</font></html>");
      setIcon(
          l.picture() == null
              ? null
              : new ImageIcon(
                  image(l.picture()).getScaledInstance(THUMB, THUMB, Image.SCALE_AREA_AVERAGING)));
      setIconTextGap(10);
      return this;
    }

    private static String escaped(String s) {
      return s.replace("&", "&amp;").replace("<", "&lt;");
    }
  }
}
