package org.oddlot.window.times;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.collections.FXCollections;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.lot.CaptionService;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Question;
import org.oddlot.window.kit.Words;

/** Which sound is sent to which captioning service. */
final class CaptionerAddress {
  private final ComboBox<Path> sound;
  private final TextField port;
  private final TextField language = new TextField("en");
  private final Send onSend;

  /** Is told what is sent where. */
  interface Send {
    void to(URI address, Path sound, String language);
  }

  private CaptionerAddress(Question question, List<Path> sounds, Send onSend) {
    this.onSend = onSend;
    sound = new ComboBox<>(FXCollections.observableList(sounds));
    sound.setId("captioner-sound");
    sound.setAccessibleText("The sound that is sent");
    sound.getSelectionModel().selectFirst();
    port = question.figures("captioner-port", "Port of the service");
    port.setPromptText("8431");
    language.setId("captioner-language");
    language.setAccessibleText("Language that is spoken");
    var grid = new GridPane(10, 8);
    grid.addRow(0, Words.of("Sound"), sound);
    grid.addRow(1, Words.of("Port"), port);
    grid.addRow(2, Words.of("Spoken"), language);
    question.wide(560).with(grid);
  }

  static void ask(Overlay overlay, List<Path> sounds, Send onSend) {
    var question =
        new Question(
            overlay,
            "Which sound is to be captioned, and where?",
            "This file is sent to the service at this port of this machine, and nothing else. Its"
                + " captions and words are added once both have arrived whole.");
    var address = new CaptionerAddress(question, sounds, onSend);
    question.ask(address.port, "captioner-send", "Send it", address::take);
  }

  private Optional<String> take() {
    Optional<URI> address = CaptionService.address(port.getText());
    Path file = sound.getValue();
    if (address.isEmpty()) {
      return Optional.of("“" + port.getText() + "” is no port of this machine.");
    }
    if (file == null) {
      return Optional.of("No sound of the lot is at hand.");
    }
    if (CaptionFormat.LANGUAGE.problem(language.getText().strip()).isPresent()) {
      return Optional.of("“" + language.getText() + "” is no language, such as en.");
    }
    onSend.to(address.get(), file, language.getText().strip());
    return Optional.empty();
  }
}
