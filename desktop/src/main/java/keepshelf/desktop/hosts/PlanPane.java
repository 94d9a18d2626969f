package keepshelf.desktop.hosts;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.install.InstallationState;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * Below the fitting table: the plans of what is chosen, else the proof of what is focused; and the
 * sum with the ways to install.
 */
final class PlanPane extends BorderPane {
  private static final double HEIGHT = 300;

  /** Of more plans only the sum is shown. */
  private static final int SHOWN = 8;

  private final HostsModel model;
  private final Shelf shelf;
  private final Pictures pictures;
  private final ProofBox proof;
  private final HBox parts = new HBox();
  private final VBox sum = new VBox(7);

  PlanPane(HostsModel model, Shelf shelf, Pictures pictures) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    this.proof = new ProofBox(model, shelf, pictures);
    getStyleClass().add("plan");
    setPrefHeight(HEIGHT);
    setMinHeight(HEIGHT);
    parts.setMinHeight(USE_PREF_SIZE);
    ScrollPane scroll = new ScrollPane(parts);
    scroll.setFitToHeight(true);
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    setCenter(scroll);
    sum.getStyleClass().add("sum");
    ScrollPane right = new ScrollPane(sum);
    right.setFitToWidth(true);
    right.setFitToHeight(true);
    right.setFocusTraversable(false);
    right.setPrefWidth(276);
    right.setMinWidth(276);
    setRight(right);
  }

  void show() {
    parts.getChildren().clear();
    List<InstallPlan> plans = List.copyOf(model.plans().values());
    if (plans.size() == 1) {
      parts.getChildren().addAll(PlanText.of(plans.getFirst()), shown(plans.getFirst()));
    } else if (!plans.isEmpty()) {
      plans.stream().limit(SHOWN).forEach(p -> parts.getChildren().add(PlanText.of(p)));
      if (plans.size() > SHOWN) {
        said(Words.of("hosts.plan.more", plans.size() - SHOWN));
      }
    } else {
      Cell at = model.focusProperty().get();
      InstallationRecord i = at == null ? null : model.installed(at).orElse(null);
      if (i == null || i.proof() == null) {
        said(Words.of(model.hosts().isEmpty() ? "hosts.empty" : "hosts.plan.choose"));
      } else {
        parts.getChildren().add(proof.of(at, i));
      }
    }
    sum(plans);
  }

  private void said(String words) {
    Label l = Kit.wrapped(words, "second");
    l.setMaxWidth(520);
    VBox box = new VBox(l);
    box.getStyleClass().add("plan-part");
    parts.getChildren().add(box);
  }

  /** Our preview, and how the host's own program will show the same. */
  private Node shown(InstallPlan p) {
    VBox both =
        new VBox(
            4,
            Images.view(
                pictures.get(
                    "proof-ours|" + p.item().item().id() + p.item().item().tileMetres(),
                    () -> shelf.previews().of(p.item(), 256)),
                104),
            Kit.label(Words.of("hosts.ours"), "hint"));
    if (p.profile().reader() != null) {
      both.getChildren()
          .addAll(
              Images.view(
                  pictures.get(
                      "rehearsed|" + p.id() + p.options() + p.profile().hashCode(),
                      () -> model.rehearsed(p)),
                  104),
              Kit.label(Words.of("hosts.willshow", p.host().name()), "hint"));
    }
    both.setMinWidth(176);
    both.getStyleClass().add("plan-part");
    return both;
  }

  private void sum(List<InstallPlan> plans) {
    sum.getChildren().clear();
    int files = plans.stream().mapToInt(p -> p.maps().size() + 1).sum();
    long bytes = plans.stream().mapToLong(InstallPlan::bytes).sum();
    long replaced = plans.stream().filter(p -> p.replaces() != null).count();
    Label big = Kit.label(Words.of("hosts.sum", files, Words.bytes(bytes)), "big");
    big.setId("sum");
    String replaces =
        replaced == 0 ? Words.of("hosts.replaces.none") : Words.of("hosts.replaces", replaced);
    sum.getChildren()
        .addAll(
            big,
            Kit.wrapped(
                Words.of("hosts.sum.text", plans.size(), plans.isEmpty() ? "" : replaces),
                "second"));
    if (!plans.isEmpty()) {
      sum.getChildren().add(new OptionsBox(model, plans));
    }
    sum.getChildren().add(buttons(plans));
    if (plans.isEmpty()) {
      lastProof();
    }
  }

  private Node buttons(List<InstallPlan> plans) {
    Button install = Kit.button(Words.of("hosts.install", plans.size()), model::install, "main");
    install.setId("install");
    install.setDisable(plans.isEmpty());
    Button clear = Kit.button(Words.of("hosts.clear"), model::clear);
    clear.setDisable(plans.isEmpty());
    FlowPane all = new FlowPane(8, 6, install, clear);
    Cell at = model.focusProperty().get();
    if (plans.isEmpty() && at != null && model.installed(at).isPresent()) {
      InstallationState s = model.states().get(at);
      InstallationState.Kind kind = s == null ? InstallationState.Kind.CURRENT : s.kind();
      if (!kind.sound()) {
        Button renew = Kit.button(Words.of("hosts.renew." + kind.id()), model::renew);
        renew.setId("renew");
        all.getChildren().add(renew);
      }
      Button remove = Kit.button(Words.of("hosts.remove"), model::uninstall);
      remove.setId("uninstall");
      all.getChildren().add(remove);
    }
    long unsound =
        model.states().values().stream()
            .filter(s ->
                s.kind() == InstallationState.Kind.OUTDATED
                    || s.kind() == InstallationState.Kind.MISSING)
            .count();
    if (plans.isEmpty() && unsound > 1) {
      Button every = Kit.button(Words.of("hosts.renewall", unsound), model::renewAll);
      every.setId("renew-all");
      all.getChildren().add(every);
    }
    return all;
  }

  private void lastProof() {
    sum.getChildren().add(Kit.label(Words.of("hosts.lastproof"), "section"));
    InstallationRecord last = model.lastProofProperty().get();
    if (last == null || last.proof() == null) {
      sum.getChildren().add(Kit.wrapped(Words.of("hosts.noproof"), "second"));
      return;
    }
    long equal = last.proof().inputs().stream().filter(ProvedInput::equal).count();
    Label l =
        Kit.wrapped(
            Words.of(
                last.proof().ok() ? "hosts.proof.ok" : "hosts.proof.bad",
                last.proof().reader(),
                equal,
                last.proof().inputs().size()),
            last.proof().ok() ? "good" : "bad");
    l.setId("last-proof");
    sum.getChildren().add(l);
  }
}
