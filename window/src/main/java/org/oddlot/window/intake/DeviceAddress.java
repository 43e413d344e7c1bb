package org.oddlot.window.intake;

import java.net.URI;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.oddlot.lot.DeviceLog;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Words;

/** Where a logging device is. */
final class DeviceAddress {
  private final Consumer<URI> onAddress;
  private final TextField field = new TextField();
  private final Label trouble = Words.paragraph("", "trouble");
  private final VBox box = new VBox(10);

  DeviceAddress(Consumer<URI> onAddress) {
    this.onAddress = onAddress;
    field.setId("device-address");
    field.getStyleClass().add("figures");
    field.setPromptText("8421");
    field.setAccessibleText("Port of the device");
    field.setOnAction(_ -> take());
    box.setMaxSize(460, 100);
    box.getChildren()
        .addAll(
            Words.of("Where is the logging device?", "question"),
            Words.paragraph(
                "The port of this machine at which it answers, as 8421. Its log is added once all"
                    + " of it has arrived.",
                "quiet"),
            field,
            trouble,
            new HBox(
                10,
                Words.spring(),
                Actions.main("device-receive", "Receive its log", "Enter", this::take)));
  }

  Region node() {
    return box;
  }

  Node first() {
    return field;
  }

  private void take() {
    Optional<URI> address = DeviceLog.address(field.getText());
    if (address.isEmpty()) {
      trouble.setText("“" + field.getText() + "” is no port of this machine.");
    } else {
      onAddress.accept(address.get());
    }
  }
}
