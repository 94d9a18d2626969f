package keepshelf.desktop.bench.state;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Workflow;
import org.junit.jupiter.api.Test;

class FinishModelTest {
  private static final Finish WET =
      FinishSetting.ROUGHNESS.write(Finish.named("Rain-dark"), "0..0.4");

  private static FinishModel model(String begin, Finish... kept) {
    Marks marks = Marks.NONE;
    for (Finish f : kept) {
      marks = marks.withFinish(f);
    }
    ItemRecord i =
        new ItemRecord(
                "i1",
                "slate_shingle",
                "Slate Shingle",
                ItemKind.MATERIAL,
                Workflow.UNKNOWN,
                null,
                1.2,
                List.of(),
                List.of())
            .marked(marks);
    return new FinishModel(new ShelvedItem(i, null), begin);
  }

  @Test
  void aNewOneIsTriedUnderAFreeNameAndNothingIsKeptYet() {
    FinishModel m = model(null, WET, Finish.named("Finish 1"));
    assertThat(m.nameProperty().get()).isEqualTo("Finish 2");
    assertThat(m.kept()).isNull();
    assertThat(m.set(FinishSetting.HUE, "20")).isTrue();
    assertThat(m.text(FinishSetting.HUE)).isEqualTo("20");
    assertThat(m.isChanged()).isTrue();
    assertThat(m.isNameFree()).isTrue();
    assertThat(m.all()).hasSize(2);
  }

  @Test
  void nonsenseIsSaidAndLeavesWhatWasThere() {
    FinishModel m = model("rain-dark", WET);
    assertThat(m.set(FinishSetting.ROUGHNESS, "wet")).isFalse();
    assertThat(m.troubleProperty().get()).contains("wet").contains("0.3..0.9");
    assertThat(m.draftProperty().get()).isEqualTo(WET);
    assertThat(m.set(FinishSetting.ROUGHNESS, "0..0.5")).isTrue();
    assertThat(m.troubleProperty().get()).isEmpty();
  }

  @Test
  void aKeptOneIsChangedRenamedAndRemoved() {
    FinishModel m = model("Rain-dark", WET, Finish.named("Bleached"));
    assertThat(m.isChanged()).isFalse();
    m.nameProperty().set("bleached");
    assertThat(m.isNameFree()).as("another has it").isFalse();
    m.nameProperty().set(" ");
    assertThat(m.isNameFree()).isFalse();
    m.nameProperty().set("RAIN-DARK");
    assertThat(m.isNameFree()).as("its own, written otherwise").isTrue();
    m.nameProperty().set("Wet");
    Finish wet = m.result();
    assertThat(wet.name()).isEqualTo("Wet");
    assertThat(wet.roughness()).isEqualTo(WET.roughness());
    m.wasKept(wet);
    assertThat(m.all()).extracting(Finish::name).containsExactly("Bleached", "Wet");
    assertThat(m.isChanged()).isFalse();
    m.wasKept(null);
    assertThat(m.all()).extracting(Finish::name).containsExactly("Bleached");
    assertThat(m.kept()).isNull();
  }
}
