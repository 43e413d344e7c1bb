package org.oddlot.window.times;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.collections.FXCollections;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.lot.CaptionService;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** Which sound is sent to which captioning service. */
final class CaptionerAddress {
  private final ComboBox<Path> sound;
  private final TextField port = new TextField();
  private final TextField language = new TextField("en");
  private final Label trouble = Words.paragraph("", "trouble");
  private final VBox box = new VBox(10);
  private final Send onSend;

  /** Is told what is sent where. */
  interface Send {
    void to(URI address, Path sound, String language);
  }

  CaptionerAddress(List<Path> sounds, Send onSend) {
    this.onSend = onSend;
    sound = new ComboBox<>(FXCollections.observableList(sounds));
    sound.setId("captioner-sound");
    sound.setAccessibleText("The sound that is sent");
    sound.getSelectionModel().selectFirst();
    port.setId("captioner-port");
    port.setPromptText("8431");
    port.setAccessibleText("Port of the service");
    port.getStyleClass().add("figures");
    port.setOnAction(_ -> take());
    language.setId("captioner-language");
    language.setAccessibleText("Language that is spoken");
    var grid = new GridPane(10, 8);
    grid.addRow(0, Words.of("Sound"), sound);
    grid.addRow(1, Words.of("Port"), port);
    grid.addRow(2, Words.of("Spoken"), language);
    box.setMaxSize(560, Region.USE_PREF_SIZE);
    box.getChildren()
        .addAll(
            Words.of("Which sound is to be captioned, and where?", "question"),
            Words.paragraph(
                "This file is sent to the service at this port of this machine, and nothing else."
                    + " Its captions and words are added once both have arrived whole.",
                "quiet"),
            grid,
            trouble,
            new HBox(
                10,
                Words.spring(),
                Actions.main("captioner-send", "Send it", "Enter", this::take)));
  }

  Region node() {
    return box;
  }

  Node first() {
    return port;
  }

  private void take() {
    Optional<URI> address = CaptionService.address(port.getText());
    Path file = sound.getValue();
    if (address.isEmpty()) {
      trouble.setText("“" + port.getText() + "” is no port of this machine.");
    } else if (file == null) {
      trouble.setText("No sound of the lot is at hand.");
    } else if (CaptionFormat.LANGUAGE.problem(language.getText().strip()).isPresent()) {
      trouble.setText("“" + language.getText() + "” is no language, such as en.");
    } else {
      onSend.to(address.get(), file, language.getText().strip());
    }
  }
}
