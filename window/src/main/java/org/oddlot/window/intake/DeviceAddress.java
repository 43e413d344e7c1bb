package org.oddlot.window.intake;

import java.net.URI;
import java.util.Optional;
import java.util.function.Consumer;
import org.oddlot.lot.DeviceLog;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Question;

/** Where a logging device is. */
final class DeviceAddress {
  private DeviceAddress() {}

  static void ask(Overlay overlay, Consumer<URI> onAddress) {
    var question =
        new Question(
            overlay,
            "Where is the logging device?",
            "The port of this machine at which it answers, as 8421. Its log is added once all of it"
                + " has arrived.");
    var field = question.figures("device-address", "Port of the device");
    field.setPromptText("8421");
    question
        .with(field)
        .ask(
            field,
            "device-receive",
            "Receive its log",
            () -> {
              Optional<URI> address = DeviceLog.address(field.getText());
              address.ifPresent(onAddress);
              return address.isPresent()
                  ? Optional.empty()
                  : Optional.of("“" + field.getText() + "” is no port of this machine.");
            });
  }
}
