package keepshelf.core.recognise.found;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.Recogniser;
import keepshelf.imaging.analyse.Handedness;
import org.junit.jupiter.api.Test;

class FileCorrectionTest {
  private static RecognisedMap map(String name) {
    Recognition r =
        Recogniser.recognise(
            "Slate.zip",
            List.of(
                SourceFile.named("slate_albedo.png"),
                SourceFile.named("slate_nrm.png"),
                SourceFile.named("slate_orm.png")));
    return r.items().getFirst().maps().stream()
        .filter(m -> m.file().name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void onlyWhatAPersonSaidIsRemembered() {
    RecognisedMap normal = map("slate_nrm.png");
    assertThat(FileCorrection.of("aa", normal)).isEmpty();
    FileCorrection hand = FileCorrection.of("aa", normal.corrected(Handedness.DX)).orElseThrow();
    assertThat(hand.role()).isNull();
    assertThat(hand.handedness()).isEqualTo(Handedness.DX);
    RecognisedMap again = hand.apply(normal);
    assertThat(again.handedness()).isEqualTo(Handedness.DX);
    assertThat(again.verdict()).isEqualTo(normal.verdict());
  }

  @Test
  void aRoleComesBackWithFullConfidence() {
    RecognisedMap colour = map("slate_albedo.png");
    FileCorrection c = FileCorrection.of("aa", colour.corrected(MapRole.SPECULAR)).orElseThrow();
    assertThat(c.apply(colour).role()).isEqualTo(MapRole.SPECULAR);
    assertThat(c.apply(colour).verdict().confidence()).isEqualTo(1);
  }

  @Test
  void packedChannelsComeBackAsTheyWereTakenApart() {
    RecognisedMap packed = map("slate_orm.png");
    Channels mine =
        new Channels(Map.of("r", MapRole.ROUGHNESS, "g", MapRole.METALLIC, "b", MapRole.HEIGHT));
    FileCorrection c = FileCorrection.of("aa", packed.corrected(mine)).orElseThrow();
    assertThat(c.apply(packed).channels()).isEqualTo(mine);
    assertThat(c.apply(packed).role()).isEqualTo(MapRole.PACKED);
  }

  @Test
  void aHandThatNoLongerFitsTheRoleIsLeftOut() {
    FileCorrection c = new FileCorrection("aa", MapRole.HEIGHT, null, Handedness.GL);
    assertThat(c.apply(map("slate_nrm.png")).role()).isEqualTo(MapRole.HEIGHT);
    assertThat(c.apply(map("slate_nrm.png")).handedness()).isNull();
  }
}
