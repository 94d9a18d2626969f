package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import keepshelf.cli.frame.Exit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Ensembles by command. */
class EnsemblesCommandTest extends OnOwnShelf {
  @BeforeEach
  void fill() throws IOException {
    assertThat(run("take-in", zip.toString(), "--licence", "CC-BY-4.0")).isZero();
    assertThat(run("make", "dory_oak", "--companion")).isZero();
    assertThat(run("finish", "dory_oak", "--name", "Wet", "--set", "roughness=0.1..0.3")).isZero();
  }

  private int put() {
    return run(
        "ensembles",
        "Dory locker",
        "--part",
        "front=dory_oak@wet",
        "--part",
        "trim=dory_oak_plain",
        "--json");
  }

  @Test
  void itIsPlannedMadeListedChangedAndRenewed() throws IOException {
    assertThat(
            run(
                "ensembles",
                "Dory locker",
                "--part",
                "front=dory_oak@wet",
                "--part",
                "trim=dory_oak_plain",
                "--plan",
                "--json"))
        .isZero();
    assertThat(json().at("/parts/0/finish").asString()).isEqualTo("Wet");
    assertThat(json().get("licence").asString()).isEqualTo("CC-BY-4.0");
    assertThat(run("ensembles", "--json")).isZero();
    assertThat(json().get("ensembles")).as("a plan changes nothing").isEmpty();

    assertThat(put()).isZero();
    String first = json().get("item").asString();
    assertThat(json().get("version").asString()).isEqualTo("1");
    assertThat(json().get("already_there").asBoolean()).isFalse();
    assertThat(put()).isZero();
    assertThat(json().get("already_there").asBoolean()).isTrue();
    assertThat(run("ensembles")).isZero();
    assertThat(out).contains("Dory locker").contains("Wet").contains("1 ensemble.");
    assertThat(run("show", "dory_locker", "--json")).isZero();
    assertThat(json().at("/parts/1/name").asString()).isEqualTo("trim");

    assertThat(run("ensembles", "Dory locker", "--change", "--part", "TRIM=dory_oak", "--json"))
        .isZero();
    assertThat(json().get("version").asString()).isEqualTo("2");
    assertThat(json().at("/parts/1/called").asString()).isEqualTo("Dory Oak");
    assertThat(json().get("parts")).hasSize(2);
    assertThat(
            run(
                "ensembles",
                "Dory locker",
                "--change",
                "--part",
                "top=dory_oak",
                "--without",
                "trim",
                "--rename",
                "Dory chest",
                "--json"))
        .isZero();
    assertThat(json().at("/parts/1/name").asString()).isEqualTo("top");
    assertThat(run("ensembles", "Dory chest", "--renew", "--json")).isZero();
    assertThat(json().get("version").asString()).isEqualTo("4");
    assertThat(run("ensembles", first)).as("a former version by its identifier").isZero();
    assertThat(out).contains("version 1");
  }

  @Test
  void aProjectThatUsesItUsesItsPartsUntilItDoesNot() throws IOException {
    assertThat(put()).isZero();
    assertThat(run("projects", "--add", "Pier film")).isZero();
    assertThat(run("use", "dory_locker", "--project", "Pier film", "--json")).isZero();
    assertThat(json().get("uses")).hasSize(3);
    assertThat(out).contains("by-ensemble");
    assertThat(run("credits", "--project", "Pier film")).isZero();
    assertThat(out).contains("Dory Oak").doesNotContain("Dory locker");
    assertThat(run("verdicts", "--project", "Pier film")).isZero();
    assertThat(run("edit", "dory_oak", "--set", "licence=")).isZero();
    assertThat(run("verdicts", "--project", "Pier film")).isEqualTo(Exit.PROBLEMS);
    assertThat(out).contains("Part “front”, Dory Oak:");
    assertThat(run("use", "dory_locker", "--project", "Pier film", "--remove", "--json")).isZero();
    assertThat(json().get("uses")).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "--part front=dory_oak",
        "Locker --part front=dory_oak",
        "Locker --part front --part top=dory_oak",
        "Locker --without front",
        "Locker --change",
        "Locker --renew --change",
        "Locker --part front=dory_oak@Dry --part top=dory_oak"
      })
  void whatMakesNoSenseIsWrongUse(String line) {
    String[] args = ("ensembles " + line).split(" ");
    assertThat(run(args)).isEqualTo(Exit.USE);
    assertThat(err).startsWith("error:");
  }

  @Test
  void aMaterialIsNoEnsemble() {
    assertThat(run("ensembles", "dory_oak")).isEqualTo(Exit.FAILED);
    assertThat(err).contains("no ensemble");
  }
}
