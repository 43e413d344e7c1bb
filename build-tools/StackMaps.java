import java.io.IOException;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassFileVersion;
import java.lang.classfile.ClassHierarchyResolver;
import java.lang.classfile.ClassModel;
import java.lang.classfile.ClassTransform;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Collections;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/**
 * Gives the classes of old libraries stack maps (JVMS 4.7.4), without which the virtual machine
 * keeps none of them ready for the next start: {@code java StackMaps.java FOLDER NAME...} for those
 * of the folder's libraries whose file names begin with one of the names. Nothing else of them is
 * changed; a library whose classes all have them already is left alone.
 */
final class StackMaps {
  /** The first version whose classes all have them; older ones are not kept ready. */
  private static final int FIRST_WITH_THEM = ClassFile.JAVA_7_VERSION;

  public static void main(String[] arguments) throws IOException {
    List<String> names = List.of(arguments).subList(1, arguments.length);
    try (var files = Files.list(Path.of(arguments[0]))) {
      for (Path library :
          files.filter(file -> names.stream().anyMatch(fileName(file)::startsWith)).toList()) {
        renew(library);
      }
    }
  }

  private static String fileName(Path file) {
    return file.getFileName().toString();
  }

  private static void renew(Path library) throws IOException {
    Path part = library.resolveSibling(fileName(library) + ".part");
    boolean isOld = false;
    try (var its = new URLClassLoader(new URL[] {library.toUri().toURL()});
        var in = new ZipFile(library.toFile());
        var out = new ZipOutputStream(Files.newOutputStream(part))) {
      ClassFile classes =
          ClassFile.of(
              ClassFile.StackMapsOption.GENERATE_STACK_MAPS,
              ClassFile.ConstantPoolSharingOption.NEW_POOL,
              ClassFile.ClassHierarchyResolverOption.of(
                  ClassHierarchyResolver.defaultResolver()
                      .orElse(ClassHierarchyResolver.ofResourceParsing(its))));
      for (ZipEntry entry : Collections.list(in.entries())) {
        byte[] bytes = in.getInputStream(entry).readAllBytes();
        if (entry.getName().endsWith(".class")) {
          ClassModel old = classes.parse(bytes);
          if (old.majorVersion() < FIRST_WITH_THEM) {
            isOld = true;
            bytes = classes.transformClass(old, withStackMaps());
          }
        }
        var same = new ZipEntry(entry.getName());
        same.setTimeLocal(entry.getTimeLocal());
        out.putNextEntry(same);
        out.write(bytes);
        out.closeEntry();
      }
    }
    if (isOld) {
      Files.move(part, library, StandardCopyOption.REPLACE_EXISTING);
    } else {
      Files.delete(part);
    }
  }

  /** Methods are put together anew, which is when stack maps are made. */
  private static ClassTransform withStackMaps() {
    return ClassTransform.transformingMethodBodies((code, element) -> code.with(element))
        .andThen(ClassTransform.dropping(element -> element instanceof ClassFileVersion))
        .andThen(ClassTransform.endHandler(its -> its.withVersion(ClassFile.JAVA_8_VERSION, 0)));
  }
}
