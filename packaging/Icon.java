import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.io.File;
import java.io.IOException;
import javax.imageio.ImageIO;

/** Draws the icon: three samples of different height on a board. */
final class Icon {
  private static final int SIDE = 512;

  private Icon() {}

  /** Writes it as PNG to the file that is named. */
  public static void main(String[] args) throws IOException {
    BufferedImage picture = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = picture.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(new Color(0xE8E7E3));
    g.fill(new RoundRectangle2D.Double(16, 16, 480, 480, 72, 72));
    int[] colours = {0x1B5A50, 0x96600F, 0x305878};
    int[] tall = {230, 170, 280};
    for (int i = 0; i < 3; i++) {
      g.setColor(new Color(colours[i]));
      g.fill(new RoundRectangle2D.Double(84 + i * 120, 390 - tall[i], 104, tall[i], 14, 14));
    }
    g.setColor(new Color(0x1B1C1D));
    g.setStroke(new BasicStroke(4));
    g.fill(new Rectangle2D.Double(60, 390, 392, 22));
    g.dispose();
    ImageIO.write(picture, "png", new File(args[0]));
  }
}
