package org.oddlot;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.type;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.List;

/** The direction of dependencies within the core: downward only. */
@AnalyzeClasses(packages = "org.oddlot", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

  /** The packages from the top down; each may use those that stand after it. */
  private static final List<List<String>> LAYERS =
      List.of(
          List.of("morning"),
          List.of("watch"),
          List.of("lot"),
          List.of("pass"),
          List.of("output"),
          List.of("report"),
          List.of("marker", "find"),
          List.of("papercut"),
          List.of("stringout"),
          List.of("compare", "handoff"),
          List.of("material"),
          List.of("measure"),
          List.of("waveform"),
          List.of("format"),
          List.of("profile"),
          List.of("input"),
          List.of("title"),
          List.of("sheet"),
          List.of("rights"),
          List.of("paper", "timeline", "sound", "picture", "caption", "yaml"),
          List.of("setting", "problem", "json", "time"),
          List.of("text", "progress"));

  @ArchTest static final ArchRule dependenciesPointDown = layers();

  private static ArchRule layers() {
    var rule = layeredArchitecture().consideringOnlyDependenciesInLayers();
    LAYERS.stream()
        .flatMap(List::stream)
        .forEach(name -> rule.layer(name).definedBy("org.oddlot." + name + ".."));
    for (int i = 0; i < LAYERS.size(); i++) {
      String[] above = LAYERS.subList(0, i).stream().flatMap(List::stream).toArray(String[]::new);
      for (String name : LAYERS.get(i)) {
        if (above.length == 0) {
          rule.whereLayer(name).mayNotBeAccessedByAnyLayer();
        } else {
          rule.whereLayer(name).mayOnlyBeAccessedByLayers(above);
        }
      }
    }
    return rule;
  }

  @ArchTest
  static final ArchRule nothingIsUsedInCircles =
      slices().matching("org.oddlot.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule passesDoNotKnowEachOther =
      slices().matching("org.oddlot.pass.(*)..").should().notDependOnEachOther();

  @ArchTest
  static final ArchRule noInterfaceCode =
      noClasses()
          .that()
          .resideOutsideOfPackage("org.oddlot.title")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..", "org.bytedeco..");

  /** Words are measured by shaping them, which is computation; nothing else of AWT is wanted. */
  @ArchTest
  static final ArchRule titlesAreShapedAndNoMore =
      noClasses()
          .that()
          .resideInAPackage("org.oddlot.title")
          .should()
          .dependOnClassesThat(
              resideInAnyPackage("javafx..", "java.awt..", "javax.swing..", "org.bytedeco..")
                  .and(not(resideInAnyPackage("java.awt.font", "java.awt.geom")))
                  .and(not(type(java.awt.Font.class)))
                  .and(not(type(java.awt.FontFormatException.class)))
                  .and(not(type(java.awt.Shape.class))));

  @ArchTest
  static final ArchRule noClockNoLocaleNoZone =
      noClasses()
          .should()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .callMethod(java.time.LocalDate.class, "now")
          .orShould()
          .callMethod(java.time.Instant.class, "now")
          .orShould()
          .callMethod(java.util.Locale.class, "getDefault")
          .orShould()
          .callMethod(java.time.ZoneId.class, "systemDefault")
          .orShould()
          .callMethod(String.class, "formatted", Object[].class)
          .orShould()
          .callMethod(String.class, "format", String.class, Object[].class)
          .orShould()
          .callMethod(String.class, "toLowerCase")
          .orShould()
          .callMethod(String.class, "toUpperCase");

  @ArchTest
  static final ArchRule noDumpingGrounds =
      classes()
          .should()
          .haveNameNotMatching(".*(Utils|Util|Helper|Manager)")
          .because("a name says what something is for");
}
