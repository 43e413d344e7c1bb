package org.oddlot.window.session;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotMerge;
import org.oddlot.lot.LotStore;

/**
 * Keeps what is decided in one lot safe until it is saved. Files are touched on the saving lane
 * alone, one thing after the other; methods that say <i>now</i> are called there.
 */
final class LotKeeper {
  private final Lane saving;
  private final Supplier<LotStore> opening;

  /** What was decided and is not kept yet; of several states that wait the last one is enough. */
  private final AtomicReference<Optional<Lot>> unkept = new AtomicReference<>(Optional.empty());

  private @Nullable LotStore store;
  private boolean isLetGo;

  /**
   * Opens the store when it is needed for the first time.
   *
   * @param lotFile where the lot is, or will be, saved
   * @param user the user's folder
   */
  LotKeeper(Lane saving, Path lotFile, Path user) {
    this.saving = saving;
    this.opening = () -> LotStore.of(lotFile, user);
  }

  /** Keeps a lot whose store is open. */
  LotKeeper(Lane saving, LotStore store) {
    this.saving = saving;
    this.opening = () -> store;
    this.store = store;
  }

  /** Something that is done with files, beside. */
  private interface Keeping {
    void run() throws IOException;
  }

  private void safely(Keeping keeping) {
    saving.queue(_ -> {
      try {
        keeping.run();
      } catch (IOException e) {
        throw new IOException("Autosave failed: " + e.getMessage(), e);
      }
      return () -> {};
    });
  }

  /** Keeps what was decided. */
  void keep(Lot lot) {
    if (unkept.getAndSet(Optional.of(lot)).isEmpty()) {
      safely(this::keepLastNow);
    }
  }

  /** What was decided by somebody who was cut off is taken over, or not wanted. */
  void forgetRecoverable() {
    safely(() -> storeNow().forgetRecoverable());
  }

  /** The lot is closed here; what is unsaved stays to be had back. */
  void letGo() {
    safely(this::letGoNow);
  }

  /** The lot is closed here, and what is unsaved is not wanted. */
  void abandon() {
    safely(this::abandonNow);
  }

  void abandonNow() throws IOException {
    unkept.set(Optional.empty());
    storeNow().forget();
    letGoNow();
  }

  /** The store of the lot. */
  LotStore storeNow() {
    LotStore its = store == null ? opening.get() : store;
    store = its;
    return its;
  }

  /** Saves the lot; there is nothing unsaved then. Where that fails, what waited is still kept. */
  Optional<LotMerge> saveNow(Lot lot) throws IOException {
    Optional<Lot> waiting = unkept.getAndSet(Optional.empty());
    try {
      return storeNow().save(lot);
    } catch (IOException e) {
      if (waiting.isPresent()) {
        storeNow().keep(waiting.get());
      }
      throw e;
    }
  }

  private void keepLastNow() throws IOException {
    Optional<Lot> last = unkept.getAndSet(Optional.empty());
    if (last.isPresent() && !isLetGo) {
      storeNow().keep(last.get());
    }
  }

  void letGoNow() throws IOException {
    keepLastNow();
    isLetGo = true;
    if (store != null) {
      store.close();
      store = null;
    }
  }
}
