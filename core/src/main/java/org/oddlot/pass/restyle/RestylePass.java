package org.oddlot.pass.restyle;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.LaidTitle;
import org.oddlot.material.Material;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Edits;

/**
 * Changes one property of many titles, chosen by what they are now. Every other value of the file
 * stays as it is, also where it is the same number.
 */
public final class RestylePass implements Pass<TitleChange> {
  @Override
  public String id() {
    return "restyle";
  }

  @Override
  public String title() {
    return "Many titles";
  }

  @Override
  public String question() {
    return "Which titles change at once?";
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(TitleRule.CODEC);
  }

  @Override
  public boolean concerns(Material material) {
    return !material.derive(LaidTitle.ALL).isEmpty();
  }

  @Override
  public Analysis<TitleChange> analyse(Request request) {
    Map<String, TitleRule> rules = request.answers().instructions(TitleRule.CODEC);
    if (rules.isEmpty()) {
      return Analysis.of(List.of());
    }
    List<LaidTitle> titles = request.material().derive(LaidTitle.ALL);
    var findings = new ArrayList<TitleChange>();
    Map<TitleProperty, Integer> notKept = new LinkedHashMap<>();
    var used = new HashSet<String>();
    for (LaidTitle title : titles) {
      LaidTitle now = title;
      String order = "";
      var why = new ArrayList<String>();
      for (Map.Entry<String, TitleRule> each : rules.entrySet()) {
        TitleRule rule = each.getValue();
        List<Integer> looks = rule.looks(now);
        if (!looks.isEmpty()) {
          used.add(each.getKey());
          rule.notKept(now).forEach(property -> notKept.merge(property, 1, Integer::sum));
          LaidTitle changed = rule.become(now, looks);
          if (isOther(changed, now)) {
            order = each.getKey();
            why.add(rule.inWords());
            now = changed;
          }
        }
      }
      if (isOther(now, title)) {
        findings.add(new TitleChange(order, title, now.title(), String.join("; then ", why)));
      }
    }
    var remarks = new ArrayList<Analysis.Remark>();
    notKept.forEach((property, count) ->
        remarks.add(
            new Analysis.Remark(
                property.word(),
                property.word(),
                Phrase.of(
                    "%s no %s that is understood; nothing was changed in it",
                    count == 1 ? "1 title has" : Phrase.number(count) + " titles have",
                    property.word()))));
    rules.forEach((id, rule) -> {
      if (!used.contains(id)) {
        remarks.add(new Analysis.Remark(id, "Rule", "no title matches " + rule.inWords()));
      }
    });
    return Analysis.of(findings, remarks);
  }

  @SuppressWarnings("ReferenceEquality") // a title that did not change is the same object
  private static boolean isOther(LaidTitle one, LaidTitle other) {
    return one.title() != other.title();
  }

  @Override
  public Applied apply(Request request, List<Reviewed<TitleChange>> accepted) {
    var edits = new HashMap<String, Edits>();
    var claims = new ArrayList<Applied.Claim>();
    for (Reviewed<TitleChange> reviewed : accepted) {
      TitleChange change = reviewed.finding();
      edits
          .computeIfAbsent(change.before().document(), _ -> new Edits())
          .change(change.before().title().clip(), _ -> change.after().clip());
      claims.add(
          new Applied.Claim(change.before().title().clip().identity(), "", reviewed.reason()));
    }
    return new Applied(request.material().withEdits(edits), claims);
  }
}
