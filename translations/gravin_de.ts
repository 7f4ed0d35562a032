<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
  <context>
    <name>gravin</name>
    <message>
      <source> and </source>
      <translation> und </translation>
    </message>
    <message>
      <source> mm</source>
      <translation> mm</translation>
    </message>
    <message>
      <source> of %1 looked at</source>
      <translation> von %1 betrachteten</translation>
    </message>
    <message>
      <source> or </source>
      <translation> oder </translation>
    </message>
    <message>
      <source> refused</source>
      <translation> abgelehnt</translation>
    </message>
    <message>
      <source>%1
%2</source>
      <translation>%1
%2</translation>
    </message>
    <message>
      <source>%1 %</source>
      <translation>%1 %</translation>
    </message>
    <message>
      <source>%1 %2</source>
      <translation>%1 %2</translation>
    </message>
    <message>
      <source>%1 %2
Mend: %3</source>
      <translation>%1 %2
Abhilfe: %3</translation>
    </message>
    <message>
      <source>%1 %2 %3</source>
      <translation>%1 %2 %3</translation>
    </message>
    <message>
      <source>%1 %2 · %3</source>
      <translation>%1 %2 · %3</translation>
    </message>
    <message>
      <source>%1 %2 → %3</source>
      <translation>%1 %2 → %3</translation>
    </message>
    <message>
      <source>%1 %2:</source>
      <translation>%1 %2:</translation>
    </message>
    <message>
      <source>%1 (%2)</source>
      <translation>%1 (%2)</translation>
    </message>
    <message>
      <source>%1 (SELECT)</source>
      <translation>%1 (SELECT)</translation>
    </message>
    <message>
      <source>%1 (is not there)</source>
      <translation>%1 (ist nicht da)</translation>
    </message>
    <message>
      <source>%1 (key)</source>
      <translation>%1 (Schlüssel)</translation>
    </message>
    <message>
      <source>%1 (not in the list)</source>
      <translation>%1 (nicht in der Liste)</translation>
    </message>
    <message>
      <source>%1 (stored)</source>
      <translation>%1 (gespeichert)</translation>
    </message>
    <message>
      <source>%1 (view)</source>
      <translation>%1 (Sicht)</translation>
    </message>
    <message>
      <source>%1 A rollback restores them all the same.</source>
      <translation>%1 Beim Zurückrollen wird es trotzdem wiederhergestellt.</translation>
    </message>
    <message>
      <source>%1 Mend it, or leave out what would be refused.</source>
      <translation>%1 Bitte beheben, oder auslassen, was abgelehnt würde.</translation>
    </message>
    <message>
      <source>%1 The records of %2 are gone or out of reach; their edits are kept.</source>
      <translation>%1 Die Datensätze von %2 sind fort oder unerreichbar; ihre Änderungen bleiben erhalten.</translation>
    </message>
    <message>
      <source>%1 The screen can be made at any time; nothing else is affected.</source>
      <translation>%1 Die Maske kann jederzeit angelegt werden; sonst ist nichts betroffen.</translation>
    </message>
    <message>
      <source>%1 added since, not shown</source>
      <translation>%1 seither hinzugekommen, nicht gezeigt</translation>
    </message>
    <message>
      <source>%1 already so</source>
      <translation>%1 schon so</translation>
    </message>
    <message>
      <source>%1 and %2</source>
      <translation>%1 und %2</translation>
    </message>
    <message>
      <source>%1 and their rows are copied and read again. All of it is there afterwards, or nothing. The change log stays where it is.</source>
      <translation>%1 und ihre Zeilen werden kopiert und noch einmal gelesen. Danach ist alles da, oder nichts. Das Änderungsprotokoll bleibt, wo es ist.</translation>
    </message>
    <message>
      <source>%1 are found by it.</source>
      <translation>Damit werden %1 gefunden.</translation>
    </message>
    <message>
      <source>%1 are there, and the same as here. Work there compares the project with them; nothing of it changes before you say so.</source>
      <translation>%1 sind da, und dieselben wie hier. „Dort arbeiten“ vergleicht das Projekt mit ihnen; nichts daran ändert sich, bevor Sie es sagen.</translation>
    </message>
    <message>
      <source>%1 are too many for the clipboard: at most %2 rows at once.</source>
      <translation>%1 sind zu viel für die Zwischenablage: höchstens %2 Zeilen auf einmal.</translation>
    </message>
    <message>
      <source>%1 as stored</source>
      <translation>%1 wie gespeichert</translation>
    </message>
    <message>
      <source>%1 as they are</source>
      <translation>%1 unverändert</translation>
    </message>
    <message>
      <source>%1 bytes: %2</source>
      <translation>%1 Bytes: %2</translation>
    </message>
    <message>
      <source>%1 can only be changed while this is true: %2</source>
      <translation>%1 lässt sich nur ändern, solange dies gilt: %2</translation>
    </message>
    <message>
      <source>%1 can only be filled in while the record is new.</source>
      <translation>%1 lässt sich nur ausfüllen, solange der Datensatz neu ist.</translation>
    </message>
    <message>
      <source>%1 cannot be changed here.</source>
      <translation>%1 lässt sich hier nicht ändern.</translation>
    </message>
    <message>
      <source>%1 cannot be filled with what is made of itself.</source>
      <translation>%1 kann nicht mit etwas gefüllt werden, das aus ihm selbst entsteht.</translation>
    </message>
    <message>
      <source>%1 cannot be made.</source>
      <translation>%1 lässt sich nicht anlegen.</translation>
    </message>
    <message>
      <source>%1 cannot be mended at once: %2</source>
      <translation>%1 lässt sich nicht sofort beheben: %2</translation>
    </message>
    <message>
      <source>%1 cannot be opened.</source>
      <translation>%1 lässt sich nicht öffnen.</translation>
    </message>
    <message>
      <source>%1 cannot be read and stays where it is.</source>
      <translation>%1 kann nicht gelesen werden und bleibt, wo sie ist.</translation>
    </message>
    <message>
      <source>%1 cannot be read: %2</source>
      <translation>%1 ist nicht lesbar: %2</translation>
    </message>
    <message>
      <source>%1 cannot be read: %2.</source>
      <translation>%1 lässt sich nicht lesen: %2.</translation>
    </message>
    <message>
      <source>%1 cannot be read: the view no longer fits the tables it reads from.</source>
      <translation>%1 lässt sich nicht lesen: Die Sicht passt nicht mehr zu den Tabellen, aus denen sie liest.</translation>
    </message>
    <message>
      <source>%1 cannot be removed.</source>
      <translation>%1 kann nicht entfernt werden.</translation>
    </message>
    <message>
      <source>%1 cannot be shown as it was: it is no table with a key.</source>
      <translation>%1 kann nicht gezeigt werden, wie es war: Es ist keine Tabelle mit Schlüssel.</translation>
    </message>
    <message>
      <source>%1 cannot be taken as they are, and are marked: %2</source>
      <translation>%1 lassen sich so nicht übernehmen und sind markiert: %2</translation>
    </message>
    <message>
      <source>%1 cannot be written.</source>
      <translation>%1 lässt sich nicht schreiben.</translation>
    </message>
    <message>
      <source>%1 cannot be written: %2. What was there is untouched.</source>
      <translation>%1 lässt sich nicht schreiben: %2. Was dort stand, ist unberührt.</translation>
    </message>
    <message>
      <source>%1 cannot be written; send its column nowhere.</source>
      <translation>%1 kann nicht geschrieben werden; diese Spalte bleibt draußen.</translation>
    </message>
    <message>
      <source>%1 cannot become %2.</source>
      <translation>%1 kann nicht %2 werden.</translation>
    </message>
    <message>
      <source>%1 cannot change %2: its column %3 is not that of the record with the same key. Give it another name with AS, to show it only.</source>
      <translation>%1 kann %2 nicht ändern: Die Spalte %3 ist nicht die des Datensatzes mit demselben Schlüssel. Geben Sie ihr mit AS einen anderen Namen, um sie nur zu zeigen.</translation>
    </message>
    <message>
      <source>%1 cannot change %2: its column %3, a part of the key, is not in the SELECT under its own name.</source>
      <translation>%1 kann %2 nicht ändern: Die Spalte %3, ein Teil des Schlüssels, steht nicht unter ihrem eigenen Namen im SELECT.</translation>
    </message>
    <message>
      <source>%1 cannot change %2: several of its rows have the same key (%3).</source>
      <translation>%1 kann %2 nicht ändern: Mehrere Zeilen haben denselben Schlüssel (%3).</translation>
    </message>
    <message>
      <source>%1 cannot change %2: the key (%3) of some of its rows is empty.</source>
      <translation>%1 kann %2 nicht ändern: Der Schlüssel (%3) einiger Zeilen ist leer.</translation>
    </message>
    <message>
      <source>%1 cannot differ between screens.</source>
      <translation>%1 kann sich zwischen Masken nicht unterscheiden.</translation>
    </message>
    <message>
      <source>%1 cannot refer to %2, which has no key of one column.</source>
      <translation>%1 kann nicht auf %2 verweisen, das keinen Schlüssel aus einer Spalte hat.</translation>
    </message>
    <message>
      <source>%1 changed since</source>
      <translation>%1 seither geändert</translation>
    </message>
    <message>
      <source>%1 changes</source>
      <translation>%1 Änderungen</translation>
    </message>
    <message>
      <source>%1 comes to more than can be read. Save its sheet as CSV.</source>
      <translation>%1 ist ausgepackt größer, als gelesen werden kann. Das Blatt als CSV speichern.</translation>
    </message>
    <message>
      <source>%1 could not be made: %2</source>
      <translation>%1 konnte nicht angelegt werden: %2</translation>
    </message>
    <message>
      <source>%1 could not be read or written.</source>
      <translation>%1 ließ sich nicht lesen oder schreiben.</translation>
    </message>
    <message>
      <source>%1 does not allow adding records.</source>
      <translation>%1 erlaubt nicht, Datensätze hinzuzufügen.</translation>
    </message>
    <message>
      <source>%1 does not allow changing records.</source>
      <translation>%1 erlaubt nicht, Datensätze zu ändern.</translation>
    </message>
    <message>
      <source>%1 does not allow deleting records.</source>
      <translation>%1 erlaubt nicht, Datensätze zu löschen.</translation>
    </message>
    <message>
      <source>%1 does not have the form that is expected: %2.</source>
      <translation>%1 hat nicht die erwartete Form: %2.</translation>
    </message>
    <message>
      <source>%1 does not let %2 in: the name or the password is not right.</source>
      <translation>%1 lässt %2 nicht ein: Name oder Kennwort stimmt nicht.</translation>
    </message>
    <message>
      <source>%1 does not take the key %2, by which it would know the record.</source>
      <translation>%1 nimmt den Schlüssel %2 nicht, an dem sie den Datensatz erkennen würde.</translation>
    </message>
    <message>
      <source>%1 does not tell the key %2 of the new record, so that nobody would know which it is.</source>
      <translation>%1 sagt den Schlüssel %2 des neuen Datensatzes nicht, so dass niemand wüsste, welcher es ist.</translation>
    </message>
    <message>
      <source>%1 ended the transaction by itself: what it did until then is stored, without an entry in the change log, and cannot be rolled back.</source>
      <translation>%1 hat die Transaktion selbst beendet: was sie bis dahin tat, ist gespeichert, ohne Eintrag im Änderungsprotokoll, und kann nicht zurückgenommen werden.</translation>
    </message>
    <message>
      <source>%1 exists in %2.%3</source>
      <translation>%1 gibt es in %2.%3</translation>
    </message>
    <message>
      <source>%1 finds the record</source>
      <translation>%1 findet den Datensatz</translation>
    </message>
    <message>
      <source>%1 first</source>
      <translation>zuerst %1</translation>
    </message>
    <message>
      <source>%1 gave no way to stop a statement.</source>
      <translation>%1 bot keinen Weg, eine Anweisung anzuhalten.</translation>
    </message>
    <message>
      <source>%1 gives rows: it is a source, and no step.</source>
      <translation>%1 liefert Zeilen: sie ist eine Quelle und kein Schritt.</translation>
    </message>
    <message>
      <source>%1 gives rows: it is a source, and writes no record.</source>
      <translation>%1 liefert Zeilen: sie ist eine Quelle und schreibt keinen Datensatz.</translation>
    </message>
    <message>
      <source>%1 gone already.</source>
      <translation>%1 schon fort.</translation>
    </message>
    <message>
      <source>%1 gone meanwhile.</source>
      <translation>%1 inzwischen fort.</translation>
    </message>
    <message>
      <source>%1 gone since</source>
      <translation>%1 seither fort</translation>
    </message>
    <message>
      <source>%1 has %2 characters</source>
      <translation>%1 hat %2 Zeichen</translation>
    </message>
    <message>
      <source>%1 has %2; at most %3 fit here.</source>
      <translation>%1 hat %2; höchstens %3 passen hierher.</translation>
    </message>
    <message>
      <source>%1 has a %2 already.</source>
      <translation>%1 hat bereits ein Feld %2.</translation>
    </message>
    <message>
      <source>%1 has a column %2 already. Give the computed field another name.</source>
      <translation>%1 hat schon eine Spalte %2. Geben Sie dem berechneten Feld einen anderen Namen.</translation>
    </message>
    <message>
      <source>%1 has been changed since you opened it, and reaches more now:</source>
      <translation>%1 wurde geändert, seit Sie es geöffnet haben, und greift jetzt auf mehr zu:</translation>
    </message>
    <message>
      <source>%1 has more digits than %2.</source>
      <translation>%1 hat mehr Stellen als %2.</translation>
    </message>
    <message>
      <source>%1 has more than %2 after the point.</source>
      <translation>%1 hat mehr als %2 nach dem Komma.</translation>
    </message>
    <message>
      <source>%1 has neither a primary key nor a unique key without empty values.</source>
      <translation>%1 hat weder einen Primärschlüssel noch einen eindeutigen Schlüssel ohne leere Werte.</translation>
    </message>
    <message>
      <source>%1 has no column %2 to belong by.</source>
      <translation>%1 hat keine Spalte %2, über die es zugehören könnte.</translation>
    </message>
    <message>
      <source>%1 has no column %2, which is stored here.</source>
      <translation>%1 hat keine Spalte %2, die hier gespeichert wird.</translation>
    </message>
    <message>
      <source>%1 has no column %2, which the lookup uses.</source>
      <translation>%1 hat keine Spalte %2, die das Nachschlagen braucht.</translation>
    </message>
    <message>
      <source>%1 has no column %2.</source>
      <translation>%1 hat keine Spalte %2.</translation>
    </message>
    <message>
      <source>%1 has no column %2. Did you mean “%3”?</source>
      <translation>%1 hat keine Spalte %2. Ist „%3“ gemeint?</translation>
    </message>
    <message>
      <source>%1 has no column “%2” any more.</source>
      <translation>%1 hat keine Spalte „%2“ mehr.</translation>
    </message>
    <message>
      <source>%1 has no column “%2” to sort by.</source>
      <translation>%1 hat keine Spalte „%2“, nach der sortiert werden könnte.</translation>
    </message>
    <message>
      <source>%1 has no database %2.</source>
      <translation>%1 hat keine Datenbank %2.</translation>
    </message>
    <message>
      <source>%1 has no field %2.</source>
      <translation>%1 hat kein Feld %2.</translation>
    </message>
    <message>
      <source>%1 has no key of one column to store.</source>
      <translation>%1 hat keinen Schlüssel aus einer Spalte, der gespeichert werden könnte.</translation>
    </message>
    <message>
      <source>%1 has no key, so that it cannot be searched.</source>
      <translation>%1 hat keinen Schlüssel und lässt sich nicht durchsuchen.</translation>
    </message>
    <message>
      <source>%1 has no key, so the log could not name its records.</source>
      <translation>%1 hat keinen Schlüssel; das Protokoll könnte seine Datensätze nicht benennen.</translation>
    </message>
    <message>
      <source>%1 has no key: its records could not be told apart.</source>
      <translation>%1 hat keinen Schlüssel: Seine Datensätze ließen sich nicht unterscheiden.</translation>
    </message>
    <message>
      <source>%1 has no parameter %2.</source>
      <translation>%1 hat keinen Parameter %2.</translation>
    </message>
    <message>
      <source>%1 has no record with the key %2 among those that your role lets you work on.</source>
      <translation>%1 hat keinen Datensatz mit dem Schlüssel %2 unter denen, an denen Ihre Rolle Sie arbeiten lässt.</translation>
    </message>
    <message>
      <source>%1 has no record with the key %2.</source>
      <translation>%1 hat keinen Datensatz mit dem Schlüssel %2.</translation>
    </message>
    <message>
      <source>%1 has no sheet “%2”.</source>
      <translation>%1 hat kein Blatt „%2“.</translation>
    </message>
    <message>
      <source>%1 has no space left. Nothing was written.</source>
      <translation>%1 hat keinen Platz mehr. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>%1 has no space or memory left. Nothing was written.</source>
      <translation>%1 hat keinen Platz oder Speicher mehr. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>%1 has the database's words as its help</source>
      <translation>%1 hat die Worte der Datenbank als Hilfe</translation>
    </message>
    <message>
      <source>%1 has the keys of the desktop, which stay.</source>
      <translation>%1 hat die Tasten des Desktops; sie bleiben.</translation>
    </message>
    <message>
      <source>%1 has triggers (%2). What they change in other records is not in the log, so no rollback takes it back.</source>
      <translation>%1 hat Trigger (%2). Was sie in anderen Datensätzen ändern, steht nicht im Protokoll und lässt sich daher nicht zurückrollen.</translation>
    </message>
    <message>
      <source>%1 has triggers (%2). What they change in tables that are not watched is not in the log, so no rollback takes it back.</source>
      <translation>%1 hat Trigger (%2). Was sie in Tabellen ändern, die nicht beobachtet werden, steht nicht im Protokoll und wird von keiner Rücknahme zurückgenommen.</translation>
    </message>
    <message>
      <source>%1 has “%2” twice.</source>
      <translation>%1 hat „%2“ zweimal.</translation>
    </message>
    <message>
      <source>%1 has “%2”, which is nothing that a role may do there.</source>
      <translation>%1 hat „%2“, was dort keine Rolle darf.</translation>
    </message>
    <message>
      <source>%1 holds %2, of which there is no total “%3”.</source>
      <translation>%1 enthält %2; davon gibt es kein Ergebnis „%3“.</translation>
    </message>
    <message>
      <source>%1 holds %2, which cannot be shown as %3.</source>
      <translation>%1 enthält %2; das lässt sich nicht als %3 zeigen.</translation>
    </message>
    <message>
      <source>%1 holds %2: it cannot be shown as %3.</source>
      <translation>%1 enthält %2: Es lässt sich nicht als %3 zeigen.</translation>
    </message>
    <message>
      <source>%1 holds more than %2 different values: type the choices under Offers.</source>
      <translation>%1 enthält mehr als %2 verschiedene Werte: Tippen Sie die Auswahl unter „Angebot“ ein.</translation>
    </message>
    <message>
      <source>%1 holds no choices. %2</source>
      <translation>%1 enthält keine Auswahl. %2</translation>
    </message>
    <message>
      <source>%1 holds no secret key of the kind Ed25519.</source>
      <translation>%1 enthält keinen geheimen Schlüssel der Art Ed25519.</translation>
    </message>
    <message>
      <source>%1 holds “%2”, which is not %3.</source>
      <translation>%1 enthält „%2“, was nicht %3 ist.</translation>
    </message>
    <message>
      <source>%1 in %2</source>
      <translation>%1 in %2</translation>
    </message>
    <message>
      <source>%1 in %2 selected</source>
      <translation>%1 in %2 markiert</translation>
    </message>
    <message>
      <source>%1 in all %2</source>
      <translation>%1 in allen %2</translation>
    </message>
    <message>
      <source>%1 is %2</source>
      <translation>%1 ist %2</translation>
    </message>
    <message>
      <source>%1 is %2 now</source>
      <translation>%1 ist jetzt %2</translation>
    </message>
    <message>
      <source>%1 is %2 there: how it is shown begins anew.</source>
      <translation>%1 ist dort %2: Wie es gezeigt wird, beginnt von vorn.</translation>
    </message>
    <message>
      <source>%1 is a moment; it is kept as date and time in UTC.</source>
      <translation>%1 ist ein Zeitpunkt; er wird als Datum und Uhrzeit in UTC gehalten.</translation>
    </message>
    <message>
      <source>%1 is a program (%2). It is not run from here; save it as a file.</source>
      <translation>%1 ist ein Programm (%2). Es wird von hier nicht gestartet; speichern Sie es als Datei.</translation>
    </message>
    <message>
      <source>%1 is a view whose records could be changed: say in Build by which fields they are known.</source>
      <translation>%1 ist eine Sicht, deren Datensätze geändert werden könnten: sagen Sie in Gestalten, an welchen Feldern man sie erkennt.</translation>
    </message>
    <message>
      <source>%1 is a view: its records are changed in the tables it reads from.</source>
      <translation>%1 ist eine Sicht: Ihre Datensätze werden in den Tabellen geändert, aus denen sie liest.</translation>
    </message>
    <message>
      <source>%1 is already there. Choose another name for the copy.</source>
      <translation>%1 gibt es schon. Wählen Sie einen anderen Namen für die Kopie.</translation>
    </message>
    <message>
      <source>%1 is already there. Choose another name for the project.</source>
      <translation>%1 gibt es schon. Wählen Sie einen anderen Namen für das Projekt.</translation>
    </message>
    <message>
      <source>%1 is already there. Choose it, or another name.</source>
      <translation>%1 gibt es schon. Wählen Sie es aus, oder einen anderen Namen.</translation>
    </message>
    <message>
      <source>%1 is computed and cannot be changed.</source>
      <translation>%1 wird berechnet und lässt sich nicht ändern.</translation>
    </message>
    <message>
      <source>%1 is computed by the database and cannot be changed.</source>
      <translation>%1 wird von der Datenbank berechnet und lässt sich nicht ändern.</translation>
    </message>
    <message>
      <source>%1 is computed by the database in a way that is not known; its values come along.</source>
      <translation>%1 wird von der Datenbank auf unbekannte Weise berechnet; die Werte kommen mit.</translation>
    </message>
    <message>
      <source>%1 is computed by the database there.</source>
      <translation>%1 wird dort von der Datenbank berechnet.</translation>
    </message>
    <message>
      <source>%1 is computed by the database.</source>
      <translation>%1 wird von der Datenbank berechnet.</translation>
    </message>
    <message>
      <source>%1 is computed, so nobody can fill it in.</source>
      <translation>%1 wird berechnet, daher kann es niemand ausfüllen.</translation>
    </message>
    <message>
      <source>%1 is computed: %2</source>
      <translation>%1 wird berechnet: %2</translation>
    </message>
    <message>
      <source>%1 is computed: it shows no field of one other record just as it is.</source>
      <translation>%1 wird berechnet: Es zeigt kein Feld eines einzelnen anderen Datensatzes, so wie es ist.</translation>
    </message>
    <message>
      <source>%1 is computed: state a condition on what it is computed from.</source>
      <translation>%1 wird berechnet: Stellen Sie eine Bedingung an das, woraus es berechnet wird.</translation>
    </message>
    <message>
      <source>%1 is damaged, or encrypted, or no workbook.</source>
      <translation>%1 ist beschädigt, verschlüsselt oder keine Arbeitsmappe.</translation>
    </message>
    <message>
      <source>%1 is damaged.</source>
      <translation>%1 ist beschädigt.</translation>
    </message>
    <message>
      <source>%1 is empty, by which the record is found.</source>
      <translation>%1 ist leer; danach wird der Datensatz gefunden.</translation>
    </message>
    <message>
      <source>%1 is empty.</source>
      <translation>%1 ist leer.</translation>
    </message>
    <message>
      <source>%1 is expected here, not “%2”.</source>
      <translation>Hier wird %1 erwartet, nicht „%2“.</translation>
    </message>
    <message>
      <source>%1 is far too large.</source>
      <translation>%1 ist viel zu groß.</translation>
    </message>
    <message>
      <source>%1 is filled in</source>
      <translation>%1 ist ausgefüllt</translation>
    </message>
    <message>
      <source>%1 is from %2 to %3</source>
      <translation>%1 liegt zwischen %2 und %3</translation>
    </message>
    <message>
      <source>%1 is given by the database and cannot be edited.</source>
      <translation>%1 wird von der Datenbank vergeben und lässt sich nicht bearbeiten.</translation>
    </message>
    <message>
      <source>%1 is given by the database, which it does for a key only.</source>
      <translation>%1 wird von der Datenbank vergeben; das tut sie nur für einen Schlüssel.</translation>
    </message>
    <message>
      <source>%1 is given by the database.</source>
      <translation>%1 wird von der Datenbank vergeben.</translation>
    </message>
    <message>
      <source>%1 is gone</source>
      <translation>%1 ist weg</translation>
    </message>
    <message>
      <source>%1 is kept otherwise</source>
      <translation>%1 wird anders gehalten</translation>
    </message>
    <message>
      <source>%1 is locked by another program, so that not all of it is known. Open the project again when that is over.</source>
      <translation>%1 wird von einem anderen Programm gesperrt, daher ist nicht alles bekannt. Öffnen Sie das Projekt erneut, wenn das vorbei ist.</translation>
    </message>
    <message>
      <source>%1 is made of %2, not of %3.</source>
      <translation>%1 entsteht aus %2, nicht aus %3.</translation>
    </message>
    <message>
      <source>%1 is missing.</source>
      <translation>%1 fehlt.</translation>
    </message>
    <message>
      <source>%1 is missing. Fill it in.</source>
      <translation>%1 fehlt. Bitte ausfüllen.</translation>
    </message>
    <message>
      <source>%1 is new</source>
      <translation>%1 ist neu</translation>
    </message>
    <message>
      <source>%1 is no JSON array of objects.</source>
      <translation>%1 ist kein JSON-Array aus Objekten.</translation>
    </message>
    <message>
      <source>%1 is no longer there. Nothing was written; put the file back or open the project again.</source>
      <translation>%1 ist nicht mehr da. Nichts wurde geschrieben; legen Sie die Datei zurück oder öffnen Sie das Projekt erneut.</translation>
    </message>
    <message>
      <source>%1 is no lookup: it offers no records.</source>
      <translation>%1 ist kein Nachschlagefeld: Es bietet keine Datensätze an.</translation>
    </message>
    <message>
      <source>%1 is no ordinary file.</source>
      <translation>%1 ist keine gewöhnliche Datei.</translation>
    </message>
    <message>
      <source>%1 is no table of this database and stays where it is.</source>
      <translation>%1 ist keine Tabelle dieser Datenbank und bleibt, wo sie ist.</translation>
    </message>
    <message>
      <source>%1 is no table, so nothing can be watched in it.</source>
      <translation>%1 ist keine Tabelle; beobachten lässt sich darin nichts.</translation>
    </message>
    <message>
      <source>%1 is no table.</source>
      <translation>%1 ist keine Tabelle.</translation>
    </message>
    <message>
      <source>%1 is no text in which something could be replaced.</source>
      <translation>%1 ist kein Text, in dem etwas ersetzt werden könnte.</translation>
    </message>
    <message>
      <source>%1 is none of those that are offered here.</source>
      <translation>%1 gehört nicht zu denen, die hier angeboten werden.</translation>
    </message>
    <message>
      <source>%1 is not a file.</source>
      <translation>%1 ist keine Datei.</translation>
    </message>
    <message>
      <source>%1 is not a picture that can be shown.</source>
      <translation>%1 ist kein Bild, das sich zeigen lässt.</translation>
    </message>
    <message>
      <source>%1 is not among these records: it is gone, or the list of this screen leaves it out.</source>
      <translation>%1 ist nicht unter diesen Datensätzen: Es ist fort, oder die Liste dieser Maske lässt es aus.</translation>
    </message>
    <message>
      <source>%1 is not an SQLite database.</source>
      <translation>%1 ist keine SQLite-Datenbank.</translation>
    </message>
    <message>
      <source>%1 is not computed by the database there.</source>
      <translation>%1 wird dort nicht von der Datenbank berechnet.</translation>
    </message>
    <message>
      <source>%1 is not in the form.</source>
      <translation>%1 steht nicht im Formular.</translation>
    </message>
    <message>
      <source>%1 is not saved yet. %2</source>
      <translation>%1 ist noch nicht gespeichert. %2</translation>
    </message>
    <message>
      <source>%1 is not shown for this record.</source>
      <translation>%1 wird für diesen Datensatz nicht gezeigt.</translation>
    </message>
    <message>
      <source>%1 is not there any more. If it was moved, open it where it is now; otherwise take it off the list.</source>
      <translation>%1 ist nicht mehr da. Wurde es verschoben, öffnen Sie es an seinem neuen Ort; sonst nehmen Sie es von der Liste.</translation>
    </message>
    <message>
      <source>%1 is not to be changed on this screen.</source>
      <translation>%1 soll auf dieser Maske nicht geändert werden.</translation>
    </message>
    <message>
      <source>%1 is not to be changed.</source>
      <translation>%1 soll nicht geändert werden.</translation>
    </message>
    <message>
      <source>%1 is not to be changed. A rollback restores it all the same.</source>
      <translation>%1 soll nicht geändert werden. Beim Zurückrollen wird es trotzdem wiederhergestellt.</translation>
    </message>
    <message>
      <source>%1 is of a kind that the other engine has not; it is kept as a text.</source>
      <translation>%1 ist von einer Art, die es dort nicht gibt; es wird als Text gehalten.</translation>
    </message>
    <message>
      <source>%1 is of another schema and stays where it is.</source>
      <translation>%1 gehört zu einem anderen Schema und bleibt, wo sie ist.</translation>
    </message>
    <message>
      <source>%1 is of the type %2, which can only be shown.</source>
      <translation>%1 ist vom Typ %2, der sich nur zeigen lässt.</translation>
    </message>
    <message>
      <source>%1 is one of %2</source>
      <translation>%1 ist eines von %2</translation>
    </message>
    <message>
      <source>%1 is only shown here.</source>
      <translation>%1 wird hier nur gezeigt.</translation>
    </message>
    <message>
      <source>%1 is only shown here: it is not a column of %2 under its own name.</source>
      <translation>%1 wird hier nur gezeigt: Es ist keine Spalte von %2 unter ihrem eigenen Namen.</translation>
    </message>
    <message>
      <source>%1 is out of reach</source>
      <translation>%1 ist unerreichbar</translation>
    </message>
    <message>
      <source>%1 is part of the key. Fill it in.</source>
      <translation>%1 ist Teil des Schlüssels. Bitte ausfüllen.</translation>
    </message>
    <message>
      <source>%1 is read only for you.</source>
      <translation>%1 dürfen Sie nur lesen.</translation>
    </message>
    <message>
      <source>%1 is read only: it has no primary key, so no record in it can be told from another. Give the table a primary key to edit it.</source>
      <translation>%1 ist nur lesbar: Es hat keinen Primärschlüssel, daher lässt sich kein Datensatz vom anderen unterscheiden. Geben Sie der Tabelle einen Primärschlüssel, um sie zu bearbeiten.</translation>
    </message>
    <message>
      <source>%1 is read only: it is a SELECT, and no table is named whose records it shows.</source>
      <translation>%1 ist nur lesbar: Es ist ein SELECT, und es ist keine Tabelle genannt, deren Datensätze es zeigt.</translation>
    </message>
    <message>
      <source>%1 is read only: its records are kept by another server.</source>
      <translation>%1 ist nur lesbar: Seine Datensätze liegen auf einem anderen Server.</translation>
    </message>
    <message>
      <source>%1 is read only: its storage (%2) keeps no transactions, so a change could be left half done. Convert the table to InnoDB to edit it.</source>
      <translation>%1 ist nur lesbar: Seine Speicherform (%2) kennt keine Transaktionen, eine Änderung könnte also halb bleiben. Wandeln Sie die Tabelle in InnoDB um, um sie zu bearbeiten.</translation>
    </message>
    <message>
      <source>%1 is read only: this account has no right to change it.</source>
      <translation>%1 ist nur lesbar: Dieses Konto darf nichts darin ändern.</translation>
    </message>
    <message>
      <source>%1 is set by itself and cannot be changed.</source>
      <translation>%1 wird von selbst gesetzt und lässt sich nicht ändern.</translation>
    </message>
    <message>
      <source>%1 is set by itself when a record is added.</source>
      <translation>%1 wird von selbst gesetzt, wenn ein Datensatz hinzukommt.</translation>
    </message>
    <message>
      <source>%1 is set by itself with every change.</source>
      <translation>%1 wird bei jeder Änderung von selbst gesetzt.</translation>
    </message>
    <message>
      <source>%1 is still being read.</source>
      <translation>%1 wird noch gelesen.</translation>
    </message>
    <message>
      <source>%1 is the key of %2.</source>
      <translation>%1 ist der Schlüssel von %2.</translation>
    </message>
    <message>
      <source>%1 is the key of “%2” already: neither would answer to it.</source>
      <translation>%1 ist schon die Taste von „%2“: keine von beiden würde ihr folgen.</translation>
    </message>
    <message>
      <source>%1 is there already.</source>
      <translation>%1 ist schon da.</translation>
    </message>
    <message>
      <source>%1 is there already. Pictures and files go into a folder of their own: choose another file, or take that folder away.</source>
      <translation>%1 gibt es schon. Bilder und Dateien kommen in einen eigenen Ordner: Wählen Sie eine andere Datei, oder nehmen Sie diesen Ordner weg.</translation>
    </message>
    <message>
      <source>%1 is there; it is replaced.</source>
      <translation>%1 gibt es schon; die Datei wird ersetzt.</translation>
    </message>
    <message>
      <source>%1 is too large for a list of choices.</source>
      <translation>%1 ist zu groß für eine Auswahlliste.</translation>
    </message>
    <message>
      <source>%1 is too large: at most %2 before the point.</source>
      <translation>%1 ist zu groß: höchstens %2 vor dem Komma.</translation>
    </message>
    <message>
      <source>%1 is too large; at most %2 fit here.</source>
      <translation>%1 ist zu groß; höchstens %2 passen hierher.</translation>
    </message>
    <message>
      <source>%1 is unique</source>
      <translation>%1 ist eindeutig</translation>
    </message>
    <message>
      <source>%1 is unique with %2</source>
      <translation>%1 ist zusammen mit %2 eindeutig</translation>
    </message>
    <message>
      <source>%1 is watched, but its columns are others than when that began.</source>
      <translation>%1 wird beobachtet, hat aber andere Spalten als zu Beginn.</translation>
    </message>
    <message>
      <source>%1 is written as %2</source>
      <translation>%1 wird als %2 geschrieben</translation>
    </message>
    <message>
      <source>%1 is written through %2, which cannot change %3, by which it knows the record.</source>
      <translation>%1 wird durch %2 geschrieben, die %3 nicht ändern kann, woran sie den Datensatz erkennt.</translation>
    </message>
    <message>
      <source>%1 leads here by %2, which %3 does not have.</source>
      <translation>%1 führt über %2 hierher, das %3 nicht hat.</translation>
    </message>
    <message>
      <source>%1 left alone: %2</source>
      <translation>%1 unverändert gelassen: %2</translation>
    </message>
    <message>
      <source>%1 left as they are.</source>
      <translation>%1 bleiben, wie sie sind.</translation>
    </message>
    <message>
      <source>%1 left out.</source>
      <translation>%1 ausgelassen.</translation>
    </message>
    <message>
      <source>%1 looked at</source>
      <translation>%1 betrachtet</translation>
    </message>
    <message>
      <source>%1 may not be empty there.</source>
      <translation>%1 darf dort nicht leer sein.</translation>
    </message>
    <message>
      <source>%1 may not be read by you.</source>
      <translation>%1 dürfen Sie nicht lesen.</translation>
    </message>
    <message>
      <source>%1 missing: %2</source>
      <translation>Fehlt (%1): %2</translation>
    </message>
    <message>
      <source>%1 more</source>
      <translation>%1 weitere</translation>
    </message>
    <message>
      <source>%1 moved here with the next save. Undo puts them back.</source>
      <translation>%1 mit dem nächsten Speichern hierher verschoben. „Rückgängig“ stellt sie zurück.</translation>
    </message>
    <message>
      <source>%1 must be %2.</source>
      <translation>%1 muss %2 sein.</translation>
    </message>
    <message>
      <source>%1 must be one of: %2.</source>
      <translation>%1 muss eines von diesen sein: %2.</translation>
    </message>
    <message>
      <source>%1 must have %2 characters.</source>
      <translation>%1 muss %2 Zeichen haben.</translation>
    </message>
    <message>
      <source>%1 names insert, update and delete only.</source>
      <translation>%1 nennt nur insert, update und delete.</translation>
    </message>
    <message>
      <source>%1 names the column %2 twice.</source>
      <translation>%1 nennt die Spalte %2 zweimal.</translation>
    </message>
    <message>
      <source>%1 names the screen %2 twice.</source>
      <translation>%1 nennt die Maske %2 zweimal.</translation>
    </message>
    <message>
      <source>%1 needs a value for %2.</source>
      <translation>%1 braucht einen Wert für %2.</translation>
    </message>
    <message>
      <source>%1 new screens</source>
      <translation>%1 neue Masken</translation>
    </message>
    <message>
      <source>%1 not in the file</source>
      <translation>%1 nicht in der Datei</translation>
    </message>
    <message>
      <source>%1 not saved. Save or discard them first.</source>
      <translation>%1 nicht gespeichert. Bitte zuerst speichern oder verwerfen.</translation>
    </message>
    <message>
      <source>%1 not saved:</source>
      <translation>%1 nicht gespeichert:</translation>
    </message>
    <message>
      <source>%1 not there any more</source>
      <translation>%1 nicht mehr da</translation>
    </message>
    <message>
      <source>%1 of %2</source>
      <translation>%1 von %2</translation>
    </message>
    <message>
      <source>%1 of %2 as on all screens</source>
      <translation>%1 von %2 wie auf allen Masken</translation>
    </message>
    <message>
      <source>%1 of %2 cannot be changed.</source>
      <translation>%1 von %2 lässt sich nicht ändern.</translation>
    </message>
    <message>
      <source>%1 of %2 is not taken over: it is said in the engine's own way.</source>
      <translation>%1 von %2 kommt nicht mit: sie ist in der Sprache der Datenbank geschrieben.</translation>
    </message>
    <message>
      <source>%1 of %2 on this screen only</source>
      <translation>%1 von %2 nur auf dieser Maske</translation>
    </message>
    <message>
      <source>%1 of %2 show “%3”.</source>
      <translation>%1 von %2 zeigen „%3“.</translation>
    </message>
    <message>
      <source>%1 of %2 will be deleted with the next save. Undo puts them back.</source>
      <translation>%1 von %2 werden mit dem nächsten Speichern gelöscht. „Rückgängig“ stellt sie zurück.</translation>
    </message>
    <message>
      <source>%1 of %2 will refer to nothing:</source>
      <translation>%1 von %2 verweisen dann auf nichts:</translation>
    </message>
    <message>
      <source>%1 of %2 would change</source>
      <translation>%1 von %2 würden sich ändern</translation>
    </message>
    <message>
      <source>%1 of %2 would have to go too:</source>
      <translation>%1 von %2 müssten mitgelöscht werden:</translation>
    </message>
    <message>
      <source>%1 of %2: %3</source>
      <translation>%1 von %2: %3</translation>
    </message>
    <message>
      <source>%1 of another type</source>
      <translation>%1 von anderem Typ</translation>
    </message>
    <message>
      <source>%1 of it found no record: %2</source>
      <translation>%1 fanden keinen Datensatz: %2</translation>
    </message>
    <message>
      <source>%1 of one record of change %2</source>
      <translation>%1 eines Datensatzes der Änderung %2</translation>
    </message>
    <message>
      <source>%1 of row %2 has %3 characters, and a sheet's cell takes 32,767. Export it as CSV or JSON.</source>
      <translation>%1 in Zeile %2 hat %3 Zeichen, eine Tabellenzelle fasst 32.767. Als CSV oder JSON exportieren.</translation>
    </message>
    <message>
      <source>%1 of the screen</source>
      <translation>%1 der Maske</translation>
    </message>
    <message>
      <source>%1 offers</source>
      <translation>%1 bietet an</translation>
    </message>
    <message>
      <source>%1 offers %2</source>
      <translation>%1 bietet %2 an</translation>
    </message>
    <message>
      <source>%1 on %2</source>
      <translation>%1 am %2</translation>
    </message>
    <message>
      <source>%1 only lets this be read.</source>
      <translation>%1 lässt dies nur lesen.</translation>
    </message>
    <message>
      <source>%1 passed over</source>
      <translation>%1 übergangen</translation>
    </message>
    <message>
      <source>%1 reads %2</source>
      <translation>%1 lautet %2</translation>
    </message>
    <message>
      <source>%1 records answer to the key of one. Nothing was changed.</source>
      <translation>%1 Datensätze antworten auf einen Schlüssel. Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>%1 records answer to the key of one. Nothing was deleted.</source>
      <translation>%1 Datensätze antworten auf einen Schlüssel. Nichts wurde gelöscht.</translation>
    </message>
    <message>
      <source>%1 records answer to the keys of %2. Nothing was changed.</source>
      <translation>%1 Datensätze antworten auf die Schlüssel von %2. Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>%1 refers to %2 by something that is not its key.</source>
      <translation>%1 verweist auf %2 über etwas, das nicht dessen Schlüssel ist.</translation>
    </message>
    <message>
      <source>%1 refers to %2, which does not come along.</source>
      <translation>%1 verweist auf %2, die nicht mitkommt.</translation>
    </message>
    <message>
      <source>%1 refers to no table. Type table.column under Offers, for example sector.name.</source>
      <translation>%1 verweist auf keine Tabelle. Tippen Sie tabelle.spalte unter „Angebot“, zum Beispiel sector.name.</translation>
    </message>
    <message>
      <source>%1 refused</source>
      <translation>%1 abgelehnt</translation>
    </message>
    <message>
      <source>%1 rows are too many to paste: at most %2 at once.</source>
      <translation>%1 Zeilen sind zu viel zum Einfügen: höchstens %2 auf einmal.</translation>
    </message>
    <message>
      <source>%1 saved with it to mend: %2</source>
      <translation>%1, die mitgespeichert werden, sind zu beheben: %2</translation>
    </message>
    <message>
      <source>%1 selected</source>
      <translation>%1 markiert</translation>
    </message>
    <message>
      <source>%1 selected · %2: %3</source>
      <translation>%1 markiert · %2: %3</translation>
    </message>
    <message>
      <source>%1 should be a list of texts.</source>
      <translation>%1 sollte eine Liste von Texten sein.</translation>
    </message>
    <message>
      <source>%1 should be a list.</source>
      <translation>%1 sollte eine Liste sein.</translation>
    </message>
    <message>
      <source>%1 should be an object of texts.</source>
      <translation>%1 sollte ein Objekt aus Texten sein.</translation>
    </message>
    <message>
      <source>%1 should be an object.</source>
      <translation>%1 sollte ein Objekt sein.</translation>
    </message>
    <message>
      <source>%1 should give texts by language, as in de or pt-BR.</source>
      <translation>%1 soll Texte je Sprache angeben, wie in de oder pt-BR.</translation>
    </message>
    <message>
      <source>%1 should have as many columns as match.</source>
      <translation>%1 sollte so viele Spalten haben, wie zueinander passen.</translation>
    </message>
    <message>
      <source>%1 shows records of %2, which the database does not have.</source>
      <translation>%1 zeigt Datensätze von %2, die es in der Datenbank nicht gibt.</translation>
    </message>
    <message>
      <source>%1 shows the history of this record: who changed what, and when.</source>
      <translation>%1 zeigt die Geschichte dieses Datensatzes: wer wann was geändert hat.</translation>
    </message>
    <message>
      <source>%1 stands behind %2 references; only what one leads to can be edited.</source>
      <translation>%1 steht hinter %2 Verweisen; bearbeiten lässt sich nur, wohin einer führt.</translation>
    </message>
    <message>
      <source>%1 stands in another record, which is not new: it is editable always or never.</source>
      <translation>%1 steht in einem anderen Datensatz, der nicht neu ist: Es lässt sich immer oder nie bearbeiten.</translation>
    </message>
    <message>
      <source>%1 stands in the record that %2 refers to, and %2 is empty.</source>
      <translation>%1 steht in dem Datensatz, auf den %2 verweist, und %2 ist leer.</translation>
    </message>
    <message>
      <source>%1 stands in the record that %2 refers to: it is changed one by one.</source>
      <translation>%1 steht in dem Datensatz, auf den %2 verweist: Es wird einzeln geändert.</translation>
    </message>
    <message>
      <source>%1 stands in two lines.</source>
      <translation>%1 steht in zwei Zeilen.</translation>
    </message>
    <message>
      <source>%1 takes %2.</source>
      <translation>%1 nimmt %2.</translation>
    </message>
    <message>
      <source>%1 takes at least %2.</source>
      <translation>%1 nimmt mindestens %2.</translation>
    </message>
    <message>
      <source>%1 takes no more connections now. Gravin goes on as soon as one is free; who keeps the server can allow more.</source>
      <translation>%1 nimmt gerade keine weiteren Verbindungen an. Gravin macht weiter, sobald eine frei ist; wer den Server betreut, kann mehr zulassen.</translation>
    </message>
    <message>
      <source>%1 takes no parameter %2.</source>
      <translation>%1 nimmt keinen Parameter %2.</translation>
    </message>
    <message>
      <source>%1 that the screen does not show: “Add field” has them.</source>
      <translation>%1, die die Maske nicht zeigt: „Feld hinzufügen“ hat sie.</translation>
    </message>
    <message>
      <source>%1 that this change has to ask for.</source>
      <translation>%1, wonach diese Änderung fragen muss.</translation>
    </message>
    <message>
      <source>%1 ticked</source>
      <translation>%1 angekreuzt</translation>
    </message>
    <message>
      <source>%1 to %2</source>
      <translation>%1 bis %2</translation>
    </message>
    <message>
      <source>%1 to %2 characters, 19 of 20 up to %3</source>
      <translation>%1 bis %2 Zeichen, 19 von 20 bis zu %3</translation>
    </message>
    <message>
      <source>%1 to add</source>
      <translation>%1 neu</translation>
    </message>
    <message>
      <source>%1 to change</source>
      <translation>%1 zu ändern</translation>
    </message>
    <message>
      <source>%1 to change %2</source>
      <translation>%1 zu ändern: %2</translation>
    </message>
    <message>
      <source>%1 to delete</source>
      <translation>%1 zu löschen</translation>
    </message>
    <message>
      <source>%1 to fill in</source>
      <translation>%1 auszufüllen</translation>
    </message>
    <message>
      <source>%1 to look at</source>
      <translation>%1 anzusehen</translation>
    </message>
    <message>
      <source>%1 to mend before %2 can be saved together.</source>
      <translation>%1 zu beheben, bevor %2 zusammen gespeichert werden können.</translation>
    </message>
    <message>
      <source>%1 to mend: %2</source>
      <translation>%1 zu beheben: %2</translation>
    </message>
    <message>
      <source>%1 together with %2 comes once</source>
      <translation>%1 kommt zusammen mit %2 nur einmal vor</translation>
    </message>
    <message>
      <source>%1 unfolds the plate over the list. Move a field: drag its name to another place, or type another number on the line “Order”. %2 takes that back.</source>
      <translation>%1 klappt die Tafel über der Liste auf. Ein Feld versetzen: seinen Namen an eine andere Stelle ziehen oder auf der Zeile „Reihenfolge“ eine andere Zahl eintippen. %2 nimmt das zurück.</translation>
    </message>
    <message>
      <source>%1 unusual</source>
      <translation>%1 ungewöhnlich</translation>
    </message>
    <message>
      <source>%1 was %2 when the screen was made, and is %3 now.</source>
      <translation>%1 war %2, als die Maske entstand, und ist jetzt %3.</translation>
    </message>
    <message>
      <source>%1 was changed since, by change %2.</source>
      <translation>%1 wurde seither geändert, durch Änderung %2.</translation>
    </message>
    <message>
      <source>%1 was changed since, outside Gravin.</source>
      <translation>%1 wurde seither geändert, außerhalb von Gravin.</translation>
    </message>
    <message>
      <source>%1 was deleted elsewhere while it was edited. Your edits are kept: add it anew in its window, or discard them.</source>
      <translation>%1 wurde anderswo gelöscht, während es bearbeitet wurde. Ihre Änderungen bleiben erhalten: Legen Sie es in seinem Fenster neu an oder verwerfen Sie sie.</translation>
    </message>
    <message>
      <source>%1 was emptied: what it held is not offered here any more.</source>
      <translation>%1 wurde geleert: Was darin stand, wird hier nicht mehr angeboten.</translation>
    </message>
    <message>
      <source>%1 was not done to its end: its window was closed.</source>
      <translation>%1 wurde nicht zu Ende ausgeführt: ihr Fenster wurde geschlossen.</translation>
    </message>
    <message>
      <source>%1 was not done: %2</source>
      <translation>%1 wurde nicht ausgeführt: %2</translation>
    </message>
    <message>
      <source>%1 was refused: %2</source>
      <translation>%1 wurde abgelehnt: %2</translation>
    </message>
    <message>
      <source>%1 was replaced by another file since it was opened. Nothing was written; open the project again.</source>
      <translation>%1 wurde seit dem Öffnen durch eine andere Datei ersetzt. Nichts wurde geschrieben; öffnen Sie das Projekt erneut.</translation>
    </message>
    <message>
      <source>%1 with a value of %2 that is none of the choices: %3.</source>
      <translation>%1 mit einem Wert von %2, der nicht zur Auswahl gehört: %3.</translation>
    </message>
    <message>
      <source>%1 within limits</source>
      <translation>%1 innerhalb von Grenzen</translation>
    </message>
    <message>
      <source>%1 without %2, which is marked as required.</source>
      <translation>%1 ohne %2, das als Pflicht gekennzeichnet ist.</translation>
    </message>
    <message>
      <source>%1 would be refused</source>
      <translation>%1 würden abgelehnt</translation>
    </message>
    <message>
      <source>%1 · %2</source>
      <translation>%1 · %2</translation>
    </message>
    <message>
      <source>%1 · %2
%3, %4 · change %5</source>
      <translation>%1 · %2
%3, %4 · Änderung %5</translation>
    </message>
    <message>
      <source>%1 · %2 · changed %3</source>
      <translation>%1 · %2 · geändert %3</translation>
    </message>
    <message>
      <source>%1 · %2 — %3</source>
      <translation>%1 · %2 — %3</translation>
    </message>
    <message>
      <source>%1 · a copy of %2</source>
      <translation>%1 · eine Kopie von %2</translation>
    </message>
    <message>
      <source>%1 · not saved</source>
      <translation>%1 · nicht gespeichert</translation>
    </message>
    <message>
      <source>%1 · original</source>
      <translation>%1 · Original</translation>
    </message>
    <message>
      <source>%1 · required</source>
      <translation>%1 · Pflicht</translation>
    </message>
    <message>
      <source>%1 · the tag “%2”</source>
      <translation>%1 · die Marke „%2“</translation>
    </message>
    <message>
      <source>%1 — Gravin</source>
      <translation>%1 — Gravin</translation>
    </message>
    <message>
      <source>%1 … (%2 more)</source>
      <translation>%1 … (%2 weitere)</translation>
    </message>
    <message>
      <source>%1%2: %3</source>
      <translation>%1%2: %3</translation>
    </message>
    <message>
      <source>%1, %2</source>
      <translation>%1, %2</translation>
    </message>
    <message>
      <source>%1, %2 in all: %3</source>
      <translation>%1, insgesamt %2: %3</translation>
    </message>
    <message>
      <source>%1, %2, %3</source>
      <translation>%1, %2, %3</translation>
    </message>
    <message>
      <source>%1, and this is %2.</source>
      <translation>%1, und dies ist %2.</translation>
    </message>
    <message>
      <source>%1, as it was before the first change</source>
      <translation>%1, wie es vor der ersten Änderung war</translation>
    </message>
    <message>
      <source>%1, as it was on %2, after change %3</source>
      <translation>%1, wie es am %2 war, nach Änderung %3</translation>
    </message>
    <message>
      <source>%1, as its name and each value suggest</source>
      <translation>%1, wie Name und jeder Wert nahelegen</translation>
    </message>
    <message>
      <source>%1, as listed</source>
      <translation>%1, wie gelistet</translation>
    </message>
    <message>
      <source>%1, as selected</source>
      <translation>%1, wie ausgewählt</translation>
    </message>
    <message>
      <source>%1, as the list has them: searched, narrowed and in its order.</source>
      <translation>%1, wie die Liste sie zeigt: gesucht, eingegrenzt und in ihrer Reihenfolge.</translation>
    </message>
    <message>
      <source>%1, as the list shows them</source>
      <translation>%1, wie die Liste sie zeigt</translation>
    </message>
    <message>
      <source>%1, begun at %2, was cut off when Gravin ended. Nothing of it was changed; run it again.</source>
      <translation>%1, begonnen um %2, wurde abgebrochen, als Gravin endete. Nichts davon wurde geändert; starten Sie es erneut.</translation>
    </message>
    <message>
      <source>%1, begun at %2, was done before Gravin ended: change %3.</source>
      <translation>%1, begonnen um %2, war fertig, bevor Gravin endete: Änderung %3.</translation>
    </message>
    <message>
      <source>%1, by %2</source>
      <translation>%1, nach %2</translation>
    </message>
    <message>
      <source>%1, change %2</source>
      <translation>%1, Änderung %2</translation>
    </message>
    <message>
      <source>%1, copy</source>
      <translation>%1, Kopie</translation>
    </message>
    <message>
      <source>%1, each of them one of %2: verified.</source>
      <translation>%1, jedes davon eines von %2: geprüft.</translation>
    </message>
    <message>
      <source>%1, each value</source>
      <translation>%1, jeder Wert</translation>
    </message>
    <message>
      <source>%1, empty: typing begins a record</source>
      <translation>%1, leer: Tippen beginnt einen Datensatz</translation>
    </message>
    <message>
      <source>%1, for everyone</source>
      <translation>%1, für alle</translation>
    </message>
    <message>
      <source>%1, level %2</source>
      <translation>%1, Ebene %2</translation>
    </message>
    <message>
      <source>%1, new</source>
      <translation>%1, neu</translation>
    </message>
    <message>
      <source>%1, record %2, %3: %4 The copy was not made.</source>
      <translation>%1, Datensatz %2, %3: %4 Es wurde nicht kopiert.</translation>
    </message>
    <message>
      <source>%1. Nothing is set before you accept it.</source>
      <translation>%1. Nichts wird gesetzt, bevor Sie es annehmen.</translation>
    </message>
    <message>
      <source>%1. They can only be read: name the table whose records they are to change them.</source>
      <translation>%1. Sie lassen sich nur lesen: Nennen Sie die Tabelle, deren Datensätze es sind, um sie zu ändern.</translation>
    </message>
    <message>
      <source>%1.%2 is computed by Gravin, and cannot be looked up.</source>
      <translation>%1.%2 wird von Gravin berechnet und lässt sich nicht nachschlagen.</translation>
    </message>
    <message>
      <source>%1.%2 is computed in the other engine's way; its values come along, and are not computed any more.</source>
      <translation>%1.%2 wird auf die Weise der anderen Datenbank berechnet; die Werte kommen mit und werden nicht mehr berechnet.</translation>
    </message>
    <message>
      <source>%1.%2 is missing.</source>
      <translation>%1.%2 fehlt.</translation>
    </message>
    <message>
      <source>%1.%2 is “%3”, which this Gravin does not know.</source>
      <translation>%1.%2 ist „%3“, was dieses Gravin nicht kennt.</translation>
    </message>
    <message>
      <source>%1.%2 should be a number from %3 to %4.</source>
      <translation>%1.%2 sollte eine Zahl von %3 bis %4 sein.</translation>
    </message>
    <message>
      <source>%1.%2 should be a text.</source>
      <translation>%1.%2 sollte ein Text sein.</translation>
    </message>
    <message>
      <source>%1.%2 should be a whole number from %3 to %4.</source>
      <translation>%1.%2 sollte eine ganze Zahl von %3 bis %4 sein.</translation>
    </message>
    <message>
      <source>%1.%2 should be true or false.</source>
      <translation>%1.%2 sollte true oder false sein.</translation>
    </message>
    <message>
      <source>%1.%2, which is stored here, is no key: several records may have the same value.</source>
      <translation>%1.%2, das hier gespeichert wird, ist kein Schlüssel: Mehrere Datensätze können denselben Wert haben.</translation>
    </message>
    <message>
      <source>%1.allow lists insert, update and delete only.</source>
      <translation>%1.allow nennt nur insert, update und delete.</translation>
    </message>
    <message>
      <source>%1.allow should be a list.</source>
      <translation>%1.allow sollte eine Liste sein.</translation>
    </message>
    <message>
      <source>%1.check is “%2”, which this Gravin does not know.</source>
      <translation>%1.check ist „%2“, was dieses Gravin nicht kennt.</translation>
    </message>
    <message>
      <source>%1.default should be an object with “value”, a text, “computed”, an expression, or “from”: today, now, person or next_number.</source>
      <translation>%1.default sollte ein Objekt sein mit „value“, einem Text, „computed“, einem Ausdruck, oder „from“: today, now, person oder next_number.</translation>
    </message>
    <message>
      <source>%1.editable should be true, false or “new”.</source>
      <translation>%1.editable sollte true, false oder „new“ sein.</translation>
    </message>
    <message>
      <source>%1.fields should be a list.</source>
      <translation>%1.fields sollte eine Liste sein.</translation>
    </message>
    <message>
      <source>%1.labels should be “above” or “beside”.</source>
      <translation>%1.labels sollte „above“ oder „beside“ sein.</translation>
    </message>
    <message>
      <source>%1.separator should be one character.</source>
      <translation>%1.separator sollte ein einzelnes Zeichen sein.</translation>
    </message>
    <message>
      <source>%1.shown is missing.</source>
      <translation>%1.shown fehlt.</translation>
    </message>
    <message>
      <source>%1.visible should be true, false, “grid” or “form”.</source>
      <translation>%1.visible sollte true, false, „grid“ oder „form“ sein.</translation>
    </message>
    <message>
      <source>%1: %2</source>
      <translation>%1: %2</translation>
    </message>
    <message>
      <source>%1: %2 %3</source>
      <translation>%1: %2 %3</translation>
    </message>
    <message>
      <source>%1: %2 (new)</source>
      <translation>%1: %2 (neu)</translation>
    </message>
    <message>
      <source>%1: %2 Nothing was printed.</source>
      <translation>%1: %2 Es wurde nichts gedruckt.</translation>
    </message>
    <message>
      <source>%1: %2 filled → %3 filled</source>
      <translation>%1: %2 ausgefüllt → %3 ausgefüllt</translation>
    </message>
    <message>
      <source>%1: %2 has no column %3.</source>
      <translation>%1: %2 hat keine Spalte %3.</translation>
    </message>
    <message>
      <source>%1: %2 may compare texts without regard to case; the other engine does so in its own way.</source>
      <translation>%1: %2 vergleicht Texte vielleicht ohne Groß und Klein; die andere Datenbank tut das auf ihre Weise.</translation>
    </message>
    <message>
      <source>%1: %2 … %3 → %4 … %5</source>
      <translation>%1: %2 … %3 → %4 … %5</translation>
    </message>
    <message>
      <source>%1: %2, “%3”, does not fit %4.</source>
      <translation>%1: %2, „%3“, passt nicht zu %4.</translation>
    </message>
    <message>
      <source>%1: %2.</source>
      <translation>%1: %2.</translation>
    </message>
    <message>
      <source>%1: a decimal number has at most %2 digits behind the point.</source>
      <translation>%1: Eine Dezimalzahl hat höchstens %2 Stellen nach dem Komma.</translation>
    </message>
    <message>
      <source>%1: a length is a whole number from 1 to %2.</source>
      <translation>%1: Eine Länge ist eine ganze Zahl von 1 bis %2.</translation>
    </message>
    <message>
      <source>%1: another record already has this value together with the same %2.</source>
      <translation>%1: Ein anderer Datensatz hat schon diesen Wert zusammen mit demselben %2.</translation>
    </message>
    <message>
      <source>%1: another record already has this value.</source>
      <translation>%1: Ein anderer Datensatz hat schon diesen Wert.</translation>
    </message>
    <message>
      <source>%1: another row of the file has the same.</source>
      <translation>%1: Eine andere Zeile der Datei hat dasselbe.</translation>
    </message>
    <message>
      <source>%1: how full and between which extremes is counted over all, the rest over %2 of them, one in every %3.</source>
      <translation>%1: Wie voll und zwischen welchen Grenzen, ist über alle gezählt, das Übrige über %2 davon, einen von je %3.</translation>
    </message>
    <message>
      <source>%1: how full and between which extremes is counted over all, the rest over the first %2.</source>
      <translation>%1: Wie voll und zwischen welchen Grenzen, ist über alle gezählt, das Übrige über die ersten %2.</translation>
    </message>
    <message>
      <source>%1: its default is said in the engine's own way and does not come along.</source>
      <translation>%1: der Vorgabewert ist in der Sprache der Datenbank geschrieben und kommt nicht mit.</translation>
    </message>
    <message>
      <source>%1: keys, references or rights are others.</source>
      <translation>%1: Schlüssel, Verweise oder Rechte sind andere.</translation>
    </message>
    <message>
      <source>%1: new numbers are not given by the other database.</source>
      <translation>%1: neue Nummern vergibt die andere Datenbank nicht.</translation>
    </message>
    <message>
      <source>%1: overwrite</source>
      <translation>%1: überschreiben</translation>
    </message>
    <message>
      <source>%1: the copy has %2 with the checksum %3 where %4 with %5 were sent. The copy was not made.</source>
      <translation>%1: die Kopie hat %2 mit der Prüfsumme %3, gesendet wurden %4 mit %5. Es wurde nicht kopiert.</translation>
    </message>
    <message>
      <source>%1: the database cannot take this value.</source>
      <translation>%1: Die Datenbank kann diesen Wert nicht aufnehmen.</translation>
    </message>
    <message>
      <source>%1: there is no record “%2” in %3.</source>
      <translation>%1: In %3 gibt es keinen Datensatz „%2“.</translation>
    </message>
    <message>
      <source>%1: there is no such record in %2.</source>
      <translation>%1: In %2 gibt es keinen solchen Datensatz.</translation>
    </message>
    <message>
      <source>%1: there is no such record, and the database gives new ones theirs.</source>
      <translation>%1: Diesen Datensatz gibt es nicht, und neue bekommen ihren Wert von der Datenbank.</translation>
    </message>
    <message>
      <source>%1: too many to be listed here. Export the log to read them.</source>
      <translation>%1: zu viele, um sie hier aufzuführen. Exportieren Sie das Protokoll, um sie zu lesen.</translation>
    </message>
    <message>
      <source>%1: unsaved edits</source>
      <translation>%1: nicht gespeicherte Änderungen</translation>
    </message>
    <message>
      <source>%1: what only this screen says of how it is shown.</source>
      <translation>%1: was nur diese Maske dazu sagt, wie es gezeigt wird.</translation>
    </message>
    <message>
      <source>%1; no record may be changed.</source>
      <translation>%1; kein Datensatz darf geändert werden.</translation>
    </message>
    <message>
      <source>%1; records may be changed in %2 of the tables.</source>
      <translation>%1; Datensätze dürfen in %2 der Tabellen geändert werden.</translation>
    </message>
    <message>
      <source>%1; records may be changed in every table.</source>
      <translation>%1; Datensätze dürfen in jeder Tabelle geändert werden.</translation>
    </message>
    <message>
      <source>(nothing)</source>
      <translation>(nichts)</translation>
    </message>
    <message>
      <source>+</source>
      <translation>+</translation>
    </message>
    <message>
      <source>+ field</source>
      <translation>+ Feld</translation>
    </message>
    <message>
      <source>+ filter</source>
      <translation>+ Filter</translation>
    </message>
    <message>
      <source>, sum %1 → %2</source>
      <translation>, Summe %1 → %2</translation>
    </message>
    <message>
      <source>19 of 20 have no more than %1 characters, the longest %2</source>
      <translation>19 von 20 haben höchstens %1 Zeichen, der längste %2</translation>
    </message>
    <message>
      <source>A button or a key with which people do several things with a record at once. What is edited is saved before; each step that writes is one change and can be rolled back.</source>
      <translation>Ein Knopf oder eine Taste, womit man mehreres auf einmal mit einem Datensatz tut. Was bearbeitet ist, wird vorher gespeichert; jeder Schritt, der schreibt, ist eine Änderung und lässt sich zurückrollen.</translation>
    </message>
    <message>
      <source>A card is at least %1 mm wide and high.</source>
      <translation>Eine Karte ist mindestens %1 mm breit und hoch.</translation>
    </message>
    <message>
      <source>A card of %1 × %2 mm is larger than the page, which has room for %3 × %4 mm.</source>
      <translation>Eine Karte von %1 × %2 mm ist größer als die Seite, auf der %3 × %4 mm Platz haben.</translation>
    </message>
    <message>
      <source>A change has the number %1, to which no log comes.</source>
      <translation>Eine Änderung hat die Nummer %1, bis zu der kein Protokoll kommt.</translation>
    </message>
    <message>
      <source>A column of the table that is not shown yet, one of a record that it refers to, or one that is computed from others</source>
      <translation>Eine Spalte der Tabelle, die noch nicht gezeigt wird, eine eines Datensatzes, auf den sie verweist, oder eine, die aus anderen berechnet wird</translation>
    </message>
    <message>
      <source>A column that triggers name cannot be dropped: have the table not watched before. A new one is seen when the table is watched anew.</source>
      <translation>Eine Spalte, die Trigger nennen, lässt sich nicht entfernen: vorher die Beobachtung beenden. Eine neue wird gesehen, wenn die Tabelle neu beobachtet wird.</translation>
    </message>
    <message>
      <source>A condition has to be true or false</source>
      <translation>Eine Bedingung muss wahr oder falsch sein</translation>
    </message>
    <message>
      <source>A condition is expected here</source>
      <translation>Hier wird eine Bedingung erwartet</translation>
    </message>
    <message>
      <source>A condition over the fields, for example: until IS NULL OR until &gt;= since</source>
      <translation>Eine Bedingung über die Felder, zum Beispiel: until IS NULL OR until &gt;= since</translation>
    </message>
    <message>
      <source>A copy is opened: what is changed in it is not kept here. Open what others have attached only where you trust them.</source>
      <translation>Geöffnet wird eine Kopie: was darin geändert wird, bleibt hier nicht erhalten. Öffnen Sie, was andere angehängt haben, nur wenn Sie ihnen trauen.</translation>
    </message>
    <message>
      <source>A date has no time of day: add whole days, months or years, or CAST it to TIMESTAMP.</source>
      <translation>Ein Datum hat keine Tageszeit: Zählen Sie ganze Tage, Monate oder Jahre dazu, oder machen Sie mit CAST einen TIMESTAMP daraus.</translation>
    </message>
    <message>
      <source>A deletion may be refused, or take more with it.</source>
      <translation>Ein Löschen kann abgelehnt werden oder mehr mitnehmen.</translation>
    </message>
    <message>
      <source>A file has no accounts.</source>
      <translation>Eine Datei hat keine Konten.</translation>
    </message>
    <message>
      <source>A file has no accounts: who may open it may do everything with it.</source>
      <translation>Eine Datei hat keine Konten: wer sie öffnen darf, darf alles mit ihr.</translation>
    </message>
    <message>
      <source>A filter of %1: %2.</source>
      <translation>Ein Filter von %1: %2.</translation>
    </message>
    <message>
      <source>A form has at least one section.</source>
      <translation>Ein Formular hat mindestens einen Abschnitt.</translation>
    </message>
    <message>
      <source>A formula came to %1 there.</source>
      <translation>Eine Formel ergab dort %1.</translation>
    </message>
    <message>
      <source>A harbour office to try things in. A walk in five steps begins there.</source>
      <translation>Ein Hafenamt zum Ausprobieren. Dort beginnt ein Rundgang in fünf Schritten.</translation>
    </message>
    <message>
      <source>A key of this table is not a whole number.</source>
      <translation>Ein Schlüssel dieser Tabelle ist keine ganze Zahl.</translation>
    </message>
    <message>
      <source>A label cannot be empty.</source>
      <translation>Eine Beschriftung kann nicht leer sein.</translation>
    </message>
    <message>
      <source>A name cannot be empty.</source>
      <translation>Ein Name kann nicht leer sein.</translation>
    </message>
    <message>
      <source>A new file begins as an empty database.</source>
      <translation>Eine neue Datei beginnt als leere Datenbank.</translation>
    </message>
    <message>
      <source>A new record has to have it.</source>
      <translation>Ein neuer Datensatz muss es haben.</translation>
    </message>
    <message>
      <source>A number ends here and a name begins; put a blank or an operator between them.</source>
      <translation>Hier endet eine Zahl und ein Name beginnt; setzen Sie ein Leerzeichen oder einen Operator dazwischen.</translation>
    </message>
    <message>
      <source>A number given by the database is a key by itself: mark no other.</source>
      <translation>Eine Nummer, die die Datenbank vergibt, ist für sich ein Schlüssel: Markieren Sie keinen anderen.</translation>
    </message>
    <message>
      <source>A number goes to that position, anything else to the record with that key, or to the next one that shows it (Ctrl+G)</source>
      <translation>Eine Zahl führt an diese Stelle, alles andere zum Datensatz mit diesem Schlüssel oder zum nächsten, der es zeigt (Strg+G)</translation>
    </message>
    <message>
      <source>A number is expected here, and this is %1.</source>
      <translation>Hier wird eine Zahl erwartet, und dies ist %1.</translation>
    </message>
    <message>
      <source>A page of the guide is a text (.txt) or Markdown (.md) file.</source>
      <translation>Eine Seite der Anleitung ist eine Text- (.txt) oder Markdown-Datei (.md).</translation>
    </message>
    <message>
      <source>A parameter of %1 has no name by which it could be asked for.</source>
      <translation>Ein Parameter von %1 hat keinen Namen, unter dem nach ihm gefragt werden könnte.</translation>
    </message>
    <message>
      <source>A password stands in its database address, where everybody who gets the file can read it. Take it out, and give the account another one: Gravin asks for it, or takes it from the desktop's secret store, .pgpass, or MYSQL_PWD.</source>
      <translation>Ein Kennwort steht in der Datenbankadresse, wo es jeder lesen kann, der die Datei bekommt. Nehmen Sie es heraus und geben Sie dem Konto ein anderes: Gravin fragt danach oder nimmt es aus dem Geheimnisspeicher des Desktops, aus .pgpass oder MYSQL_PWD.</translation>
    </message>
    <message>
      <source>A pick that is not offered any more is a problem or emptied; “Offers only” says which records are offered.</source>
      <translation>Eine Wahl, die nicht mehr angeboten wird, ist ein Problem oder wird geleert; „Bietet nur an“ sagt, welche Datensätze angeboten werden.</translation>
    </message>
    <message>
      <source>A picture cannot stand in a project.</source>
      <translation>Ein Bild kann nicht in einem Projekt stehen.</translation>
    </message>
    <message>
      <source>A picture of %1 × %2, too large to be shown here</source>
      <translation>Ein Bild von %1 × %2, zu groß, um es hier zu zeigen</translation>
    </message>
    <message>
      <source>A place in the tab order is a whole number from 1 to %1, or empty for the reading order.</source>
      <translation>Ein Platz in der Tabulatorfolge ist eine ganze Zahl von 1 bis %1, oder leer für die Lesefolge.</translation>
    </message>
    <message>
      <source>A place is a whole number from 1 to %1.</source>
      <translation>Ein Platz ist eine ganze Zahl von 1 bis %1.</translation>
    </message>
    <message>
      <source>A protected connection to %1 could not be made as it was asked for.</source>
      <translation>Eine geschützte Verbindung zu %1 ließ sich nicht so herstellen, wie verlangt.</translation>
    </message>
    <message>
      <source>A protected connection to %1 could not be made: it offers no encryption.</source>
      <translation>Eine geschützte Verbindung zu %1 ließ sich nicht herstellen: Es bietet keine Verschlüsselung.</translation>
    </message>
    <message>
      <source>A protected connection to %1 could not be made: it offers no encryption. Neither name nor password was sent.</source>
      <translation>Eine geschützte Verbindung zu %1 ließ sich nicht herstellen: Es bietet keine Verschlüsselung. Weder Name noch Kennwort wurde gesendet.</translation>
    </message>
    <message>
      <source>A record cannot be saved without it</source>
      <translation>Ohne es lässt sich kein Datensatz speichern</translation>
    </message>
    <message>
      <source>A record grows in steps. A check can be asked from the step on at which it matters, for example while: done IS TRUE</source>
      <translation>Ein Datensatz wächst in Stufen. Eine Prüfung kann ab der Stufe gestellt werden, auf der es darauf ankommt, zum Beispiel solange: done IS TRUE</translation>
    </message>
    <message>
      <source>A record that lacks something</source>
      <translation>Ein Datensatz, dem etwas fehlt</translation>
    </message>
    <message>
      <source>A reference between records would point nowhere.</source>
      <translation>Ein Verweis zwischen Datensätzen würde ins Leere zeigen.</translation>
    </message>
    <message>
      <source>A regular expression; \1 stands for what the first bracket caught</source>
      <translation>Ein regulärer Ausdruck; \1 steht für das, was die erste Klammer fing</translation>
    </message>
    <message>
      <source>A result is out of range.</source>
      <translation>Ein Ergebnis liegt außerhalb des Bereichs.</translation>
    </message>
    <message>
      <source>A routine of the database was called: what it did to records that were not looked at, in tables that are not watched, is not taken back.</source>
      <translation>Eine Routine der Datenbank wurde aufgerufen: was sie mit Datensätzen tat, die niemand ansah, in Tabellen, die nicht beobachtet werden, wird nicht zurückgenommen.</translation>
    </message>
    <message>
      <source>A row of the file is no JSON object but: %1</source>
      <translation>Eine Zeile der Datei ist kein JSON-Objekt, sondern: %1</translation>
    </message>
    <message>
      <source>A rule of the database forbids these values.</source>
      <translation>Eine Regel der Datenbank verbietet diese Werte.</translation>
    </message>
    <message>
      <source>A rule of the database forbids this.</source>
      <translation>Eine Regel der Datenbank verbietet dies.</translation>
    </message>
    <message>
      <source>A screen shows it.</source>
      <translation>Eine Maske zeigt es.</translation>
    </message>
    <message>
      <source>A span is a whole number from 1 to %1.</source>
      <translation>Eine Breite in Spalten ist eine ganze Zahl von 1 bis %1.</translation>
    </message>
    <message>
      <source>A subquery in a subquery cannot hold another one.</source>
      <translation>Eine Unterabfrage in einer Unterabfrage kann keine weitere enthalten.</translation>
    </message>
    <message>
      <source>A table can have %1 computed fields.</source>
      <translation>Eine Tabelle kann %1 berechnete Felder haben.</translation>
    </message>
    <message>
      <source>A table needs a field.</source>
      <translation>Eine Tabelle braucht ein Feld.</translation>
    </message>
    <message>
      <source>A text has a character that Latin-1 does not have. Take UTF-8.</source>
      <translation>Ein Text hat ein Zeichen, das es in Latin-1 nicht gibt. UTF-8 nehmen.</translation>
    </message>
    <message>
      <source>A text is expected here</source>
      <translation>Hier wird ein Text erwartet</translation>
    </message>
    <message>
      <source>A trial is on already.</source>
      <translation>Ein Versuch läuft schon.</translation>
    </message>
    <message>
      <source>A trial is on already. Keep it or roll it back first.</source>
      <translation>Ein Versuch läuft schon. Behalten Sie ihn oder rollen Sie ihn zuerst zurück.</translation>
    </message>
    <message>
      <source>A trial is on since %1, begun by %2: %3 so far.</source>
      <translation>Ein Versuch läuft seit %1, begonnen von %2: bisher %3.</translation>
    </message>
    <message>
      <source>A trial is on: from now on everything can be taken back as one.</source>
      <translation>Ein Versuch läuft: Von jetzt an lässt sich alles als Ganzes zurücknehmen.</translation>
    </message>
    <message>
      <source>A type is expected here: INTEGER, DECIMAL(8, 2), DOUBLE PRECISION, VARCHAR(40), CHAR(8), BOOLEAN, DATE, TIME or TIMESTAMP.</source>
      <translation>Hier wird ein Typ erwartet: INTEGER, DECIMAL(8, 2), DOUBLE PRECISION, VARCHAR(40), CHAR(8), BOOLEAN, DATE, TIME oder TIMESTAMP.</translation>
    </message>
    <message>
      <source>A value is expected between the quotes.</source>
      <translation>Zwischen den Anführungszeichen wird ein Wert erwartet.</translation>
    </message>
    <message>
      <source>A value is expected here, not “%1”.</source>
      <translation>Hier wird ein Wert erwartet, nicht „%1“.</translation>
    </message>
    <message>
      <source>A value is larger than %1 takes in one piece. Its setting max_allowed_packet says how much that is.</source>
      <translation>Ein Wert ist größer, als %1 in einem Stück annimmt. Seine Einstellung max_allowed_packet sagt, wie viel das ist.</translation>
    </message>
    <message>
      <source>A value is too long for the database.</source>
      <translation>Ein Wert ist zu lang für die Datenbank.</translation>
    </message>
    <message>
      <source>A value that another record has is refused.</source>
      <translation>Ein Wert, den ein anderer Datensatz hat, wird abgelehnt.</translation>
    </message>
    <message>
      <source>A walk in five steps</source>
      <translation>Rundgang in fünf Schritten</translation>
    </message>
    <message>
      <source>A whole number from %1 to %2 is expected here.</source>
      <translation>Hier wird eine ganze Zahl von %1 bis %2 erwartet.</translation>
    </message>
    <message>
      <source>A whole number is expected here</source>
      <translation>Hier wird eine ganze Zahl erwartet</translation>
    </message>
    <message>
      <source>A width is “fitted” or a whole number from %1 to %2.</source>
      <translation>Eine Breite ist „angepasst“ oder eine ganze Zahl von %1 bis %2.</translation>
    </message>
    <message>
      <source>A4</source>
      <translation>A4</translation>
    </message>
    <message>
      <source>Accept %1</source>
      <translation>%1 annehmen</translation>
    </message>
    <message>
      <source>Accept all</source>
      <translation>Alle annehmen</translation>
    </message>
    <message>
      <source>Accept what is ticked</source>
      <translation>Annehmen, was angekreuzt ist</translation>
    </message>
    <message>
      <source>Account</source>
      <translation>Konto</translation>
    </message>
    <message>
      <source>Account: %1</source>
      <translation>Konto: %1</translation>
    </message>
    <message>
      <source>Action</source>
      <translation>Aktion</translation>
    </message>
    <message>
      <source>Action %1</source>
      <translation>Aktion %1</translation>
    </message>
    <message>
      <source>Action after saving</source>
      <translation>Aktion nach dem Speichern</translation>
    </message>
    <message>
      <source>Actions</source>
      <translation>Aktionen</translation>
    </message>
    <message>
      <source>Actions of %1</source>
      <translation>Aktionen von %1</translation>
    </message>
    <message>
      <source>Actions of its own…</source>
      <translation>Eigene Aktionen…</translation>
    </message>
    <message>
      <source>Actions that call routines of the database: %1.</source>
      <translation>Aktionen, die Routinen der Datenbank aufrufen: %1.</translation>
    </message>
    <message>
      <source>Actions that change records: %1.</source>
      <translation>Aktionen, die Datensätze ändern: %1.</translation>
    </message>
    <message>
      <source>Actions that open addresses, after asking: %1.</source>
      <translation>Aktionen, die nach einer Rückfrage Adressen öffnen: %1.</translation>
    </message>
    <message>
      <source>Actions that write files into a folder: %1.</source>
      <translation>Aktionen, die Dateien in einen Ordner schreiben: %1.</translation>
    </message>
    <message>
      <source>Add</source>
      <translation>Hinzufügen</translation>
    </message>
    <message>
      <source>Add a check</source>
      <translation>Prüfung hinzufügen</translation>
    </message>
    <message>
      <source>Add a computed field</source>
      <translation>Berechnetes Feld hinzufügen</translation>
    </message>
    <message>
      <source>Add a field…</source>
      <translation>Feld hinzufügen…</translation>
    </message>
    <message>
      <source>Add a note to change %1…</source>
      <translation>Anmerkung zu Änderung %1…</translation>
    </message>
    <message>
      <source>Add a record</source>
      <translation>Datensatz hinzufügen</translation>
    </message>
    <message>
      <source>Add a role</source>
      <translation>Rolle hinzufügen</translation>
    </message>
    <message>
      <source>Add a stage</source>
      <translation>Stufe hinzufügen</translation>
    </message>
    <message>
      <source>Add a step</source>
      <translation>Schritt hinzufügen</translation>
    </message>
    <message>
      <source>Add a tag</source>
      <translation>Marke hinzufügen</translation>
    </message>
    <message>
      <source>Add an action</source>
      <translation>Aktion hinzufügen</translation>
    </message>
    <message>
      <source>Add and change records</source>
      <translation>Datensätze anlegen und ändern</translation>
    </message>
    <message>
      <source>Add anew</source>
      <translation>Neu anlegen</translation>
    </message>
    <message>
      <source>Add as a source</source>
      <translation>Als Quelle hinzufügen</translation>
    </message>
    <message>
      <source>Add field</source>
      <translation>Feld hinzufügen</translation>
    </message>
    <message>
      <source>Add notes</source>
      <translation>Notizen hinzufügen</translation>
    </message>
    <message>
      <source>Add section</source>
      <translation>Abschnitt hinzufügen</translation>
    </message>
    <message>
      <source>Add the field</source>
      <translation>Das Feld hinzufügen</translation>
    </message>
    <message>
      <source>Add the note</source>
      <translation>Anmerkung hinzufügen</translation>
    </message>
    <message>
      <source>Added %1: change %2.</source>
      <translation>%1 hinzugefügt: Änderung %2.</translation>
    </message>
    <message>
      <source>Added a note to change %1.</source>
      <translation>Änderung %1 hat eine Anmerkung bekommen.</translation>
    </message>
    <message>
      <source>Added by</source>
      <translation>Angelegt durch</translation>
    </message>
    <message>
      <source>Added the field %1 to %2. It is empty in the records that are there.</source>
      <translation>Das Feld %1 wurde %2 hinzugefügt. In den vorhandenen Datensätzen ist es leer.</translation>
    </message>
    <message>
      <source>Adding…</source>
      <translation>Wird hinzugefügt…</translation>
    </message>
    <message>
      <source>Address</source>
      <translation>Adresse</translation>
    </message>
    <message>
      <source>After</source>
      <translation>Nachher</translation>
    </message>
    <message>
      <source>After rolling back</source>
      <translation>Danach</translation>
    </message>
    <message>
      <source>After saving</source>
      <translation>Nach dem Speichern</translation>
    </message>
    <message>
      <source>After saving it runs the action “%1”, which it does not have.</source>
      <translation>Nach dem Speichern läuft die Aktion „%1“, die es nicht gibt.</translation>
    </message>
    <message>
      <source>Again</source>
      <translation>Noch einmal</translation>
    </message>
    <message>
      <source>Alignment</source>
      <translation>Ausrichtung</translation>
    </message>
    <message>
      <source>Alignment is natural, left, centre or right.</source>
      <translation>Die Ausrichtung ist natürlich, links, mittig oder rechts.</translation>
    </message>
    <message>
      <source>All as usual</source>
      <translation>Alle wie üblich</translation>
    </message>
    <message>
      <source>All changes again</source>
      <translation>Wieder alle Änderungen</translation>
    </message>
    <message>
      <source>All edit windows</source>
      <translation>Alle Bearbeitungsfenster</translation>
    </message>
    <message>
      <source>All of %1.</source>
      <translation>Alle %1.</translation>
    </message>
    <message>
      <source>All records of %1 are offered.</source>
      <translation>Alle Datensätze von %1 werden angeboten.</translation>
    </message>
    <message>
      <source>All records, as the screen has them</source>
      <translation>Alle Datensätze, wie die Maske sie hat</translation>
    </message>
    <message>
      <source>All screens</source>
      <translation>Alle Masken</translation>
    </message>
    <message>
      <source>All settings</source>
      <translation>Alle Einstellungen</translation>
    </message>
    <message>
      <source>All settings of the fields</source>
      <translation>Alle Einstellungen der Felder</translation>
    </message>
    <message>
      <source>All that is shown is read anew.</source>
      <translation>Alles Gezeigte wird neu gelesen.</translation>
    </message>
    <message>
      <source>Allow</source>
      <translation>Erlauben</translation>
    </message>
    <message>
      <source>Also the lines that are needed less often</source>
      <translation>Auch die seltener gebrauchten Zeilen</translation>
    </message>
    <message>
      <source>Alt+E</source>
      <translation>Alt+E</translation>
    </message>
    <message>
      <source>Alt+N</source>
      <translation>Alt+N</translation>
    </message>
    <message>
      <source>Alt+O</source>
      <translation>Alt+O</translation>
    </message>
    <message>
      <source>Always encrypt</source>
      <translation>Immer verschlüsseln</translation>
    </message>
    <message>
      <source>Always, only while the record is new, or never</source>
      <translation>Immer, nur solange der Datensatz neu ist, oder nie</translation>
    </message>
    <message>
      <source>Among many</source>
      <translation>Bei vielen</translation>
    </message>
    <message>
      <source>An action of the screen that runs on each record that is saved here, before what follows</source>
      <translation>Eine Aktion der Maske, die an jedem hier gespeicherten Datensatz läuft, bevor das Weitere folgt</translation>
    </message>
    <message>
      <source>An empty value is none of a list.</source>
      <translation>Ein leerer Wert gehört zu keiner Liste.</translation>
    </message>
    <message>
      <source>An expression has at most %1 characters.</source>
      <translation>Ein Ausdruck hat höchstens %1 Zeichen.</translation>
    </message>
    <message>
      <source>An expression over the fields, for example: hours * 48.50</source>
      <translation>Ein Ausdruck über die Felder, zum Beispiel: hours * 48.50</translation>
    </message>
    <message>
      <source>An expression that the field follows until somebody types there: article_id -&gt; price</source>
      <translation>Ein Ausdruck, dem das Feld folgt, bis jemand hineintippt: article_id -&gt; price</translation>
    </message>
    <message>
      <source>An expression, for example CURRENT_DATE - INTERVAL '30' DAY. Empty: nothing is given.</source>
      <translation>Ein Ausdruck, zum Beispiel CURRENT_DATE - INTERVAL '30' DAY. Leer: nichts wird vorgegeben.</translation>
    </message>
    <message>
      <source>An expression…</source>
      <translation>Ein Ausdruck…</translation>
    </message>
    <message>
      <source>An icon is an SVG or a PNG file.</source>
      <translation>Ein Symbol ist eine SVG- oder PNG-Datei.</translation>
    </message>
    <message>
      <source>An interval is counted in YEAR, MONTH, DAY, HOUR, MINUTE or SECOND.</source>
      <translation>Eine Spanne wird in YEAR, MONTH, DAY, HOUR, MINUTE oder SECOND gezählt.</translation>
    </message>
    <message>
      <source>Another action is under way.</source>
      <translation>Eine andere Aktion ist im Gange.</translation>
    </message>
    <message>
      <source>Another database for %1</source>
      <translation>Eine andere Datenbank für %1</translation>
    </message>
    <message>
      <source>Another program holds a lock on this. Nothing was written; try again in a moment.</source>
      <translation>Ein anderes Programm hält hier eine Sperre. Nichts wurde geschrieben; versuchen Sie es gleich noch einmal.</translation>
    </message>
    <message>
      <source>Another record has its key by now.</source>
      <translation>Ein anderer Datensatz hat inzwischen seinen Schlüssel.</translation>
    </message>
    <message>
      <source>Another table for %1</source>
      <translation>Eine andere Tabelle für %1</translation>
    </message>
    <message>
      <source>Another table…</source>
      <translation>Andere Tabelle…</translation>
    </message>
    <message>
      <source>Arrange side by side</source>
      <translation>Nebeneinander anordnen</translation>
    </message>
    <message>
      <source>Arrange the form</source>
      <translation>Formular anordnen</translation>
    </message>
    <message>
      <source>Arrangement</source>
      <translation>Anordnung</translation>
    </message>
    <message>
      <source>As drafts, not saved yet; what is not ticked is discarded</source>
      <translation>Als Entwürfe, noch nicht gespeichert; was nicht angekreuzt ist, wird verworfen</translation>
    </message>
    <message>
      <source>As it will be. Here it can only be looked at.</source>
      <translation>So wird es aussehen. Hier lässt es sich nur ansehen.</translation>
    </message>
    <message>
      <source>As it will be. Here it can only be looked at. Read from the database: %1.</source>
      <translation>So wird es aussehen. Hier lässt es sich nur ansehen. Aus der Datenbank gelesen: %1.</translation>
    </message>
    <message>
      <source>As the kind of value asks for, or left, centre, right</source>
      <translation>Wie die Art des Wertes es verlangt, oder links, mittig, rechts</translation>
    </message>
    <message>
      <source>As the screen has it</source>
      <translation>Wie die Maske es hat</translation>
    </message>
    <message>
      <source>Ask %1 instead</source>
      <translation>Stattdessen %1 fragen</translation>
    </message>
    <message>
      <source>Ask the records too</source>
      <translation>Auch die Datensätze fragen</translation>
    </message>
    <message>
      <source>Asked</source>
      <translation>Gefragt</translation>
    </message>
    <message>
      <source>Asking %1…</source>
      <translation>%1 wird gefragt…</translation>
    </message>
    <message>
      <source>Asking the database…</source>
      <translation>Die Datenbank wird gefragt …</translation>
    </message>
    <message>
      <source>Asks before</source>
      <translation>Fragt vorher</translation>
    </message>
    <message>
      <source>Asks for</source>
      <translation>Fragt nach</translation>
    </message>
    <message>
      <source>At change %1 the chain of hashes breaks.</source>
      <translation>Bei Änderung %1 reißt die Kette der Prüfsummen.</translation>
    </message>
    <message>
      <source>At least</source>
      <translation>Mindestens</translation>
    </message>
    <message>
      <source>At most</source>
      <translation>Höchstens</translation>
    </message>
    <message>
      <source>At most %1 references can be followed at once.</source>
      <translation>Höchstens %1 Verweisen lässt sich auf einmal folgen.</translation>
    </message>
    <message>
      <source>Back</source>
      <translation>Zurück</translation>
    </message>
    <message>
      <source>Back to %1</source>
      <translation>Zurück zu %1</translation>
    </message>
    <message>
      <source>Back to the screen come from</source>
      <translation>Zurück zur vorigen Maske</translation>
    </message>
    <message>
      <source>Because</source>
      <translation>Weil</translation>
    </message>
    <message>
      <source>Before</source>
      <translation>Vorher</translation>
    </message>
    <message>
      <source>Before a dot stands “%1” here, not “%2”.</source>
      <translation>Vor einem Punkt steht hier „%1“, nicht „%2“.</translation>
    </message>
    <message>
      <source>Before a dot stands “%1” or “%2” here, not “%3”.</source>
      <translation>Vor einem Punkt steht hier „%1“ oder „%2“, nicht „%3“.</translation>
    </message>
    <message>
      <source>Before change %1 the chain has a gap.</source>
      <translation>Vor Änderung %1 hat die Kette eine Lücke.</translation>
    </message>
    <message>
      <source>Begin a new record</source>
      <translation>Neuen Datensatz beginnen</translation>
    </message>
    <message>
      <source>Begin and end trials</source>
      <translation>Versuche beginnen und beenden</translation>
    </message>
    <message>
      <source>Begin anew</source>
      <translation>Neu beginnen</translation>
    </message>
    <message>
      <source>Begin with a mark by which some programs know UTF-8</source>
      <translation>Mit einer Marke beginnen, an der manche Programme UTF-8 erkennen</translation>
    </message>
    <message>
      <source>Begin with the first screen of the list</source>
      <translation>Mit der ersten Maske der Liste beginnen</translation>
    </message>
    <message>
      <source>Begin with the last project</source>
      <translation>Mit dem letzten Projekt beginnen</translation>
    </message>
    <message>
      <source>Begins a new record with what stands here</source>
      <translation>Beginnt einen neuen Datensatz mit dem, was hier steht</translation>
    </message>
    <message>
      <source>Begins with</source>
      <translation>Beginnt mit</translation>
    </message>
    <message>
      <source>Behind %1</source>
      <translation>Hinter %1</translation>
    </message>
    <message>
      <source>Behind row %1 the sheet cannot be read: %2</source>
      <translation>Hinter Zeile %1 ist das Blatt nicht lesbar: %2</translation>
    </message>
    <message>
      <source>Behind row %1 there are bytes that are no text in this encoding.</source>
      <translation>Hinter Zeile %1 stehen Bytes, die in dieser Kodierung kein Text sind.</translation>
    </message>
    <message>
      <source>Behind row %1 there is a null character, which no text has.</source>
      <translation>Hinter Zeile %1 steht ein Nullzeichen, das kein Text hat.</translation>
    </message>
    <message>
      <source>Belong by their</source>
      <translation>Zugehörig über</translation>
    </message>
    <message>
      <source>Belongs to %1, level %2</source>
      <translation>Gehört zu %1, Ebene %2</translation>
    </message>
    <message>
      <source>Between them</source>
      <translation>Dazwischen</translation>
    </message>
    <message>
      <source>Bind the field to %1</source>
      <translation>Das Feld an %1 binden</translation>
    </message>
    <message>
      <source>Bound to</source>
      <translation>Gebunden an</translation>
    </message>
    <message>
      <source>Boxes to tick records by</source>
      <translation>Kästchen zum Ankreuzen von Datensätzen</translation>
    </message>
    <message>
      <source>Bring together</source>
      <translation>Zusammenführen</translation>
    </message>
    <message>
      <source>Brought together. It is not saved yet; undo takes it back here.</source>
      <translation>Zusammengeführt. Gespeichert ist es noch nicht; hier lässt es sich rückgängig machen.</translation>
    </message>
    <message>
      <source>Build</source>
      <translation>Gestalten</translation>
    </message>
    <message>
      <source>Bulk update</source>
      <translation>Massenänderung</translation>
    </message>
    <message>
      <source>Bulk update of %1</source>
      <translation>Massenänderung von %1</translation>
    </message>
    <message>
      <source>Bulk updates that the project keeps</source>
      <translation>Massenänderungen, die das Projekt behält</translation>
    </message>
    <message>
      <source>Bulk update…</source>
      <translation>Massenänderung…</translation>
    </message>
    <message>
      <source>By now it is referred to by %1 of %2.</source>
      <translation>Inzwischen verweisen %1 von %2 darauf.</translation>
    </message>
    <message>
      <source>By which fields records of a view are known, and whether routines of the database write them</source>
      <translation>An welchen Feldern man Datensätze einer Sicht erkennt, und ob Routinen der Datenbank sie schreiben</translation>
    </message>
    <message>
      <source>By whom</source>
      <translation>Von wem</translation>
    </message>
    <message>
      <source>COUNT, SUM, AVG, MIN, MAX or LISTAGG, which make one value of many,</source>
      <translation>COUNT, SUM, AVG, MIN, MAX oder LISTAGG, die aus vielen Werten einen machen,</translation>
    </message>
    <message>
      <source>Call a routine</source>
      <translation>Eine Routine aufrufen</translation>
    </message>
    <message>
      <source>Camera</source>
      <translation>Kamera</translation>
    </message>
    <message>
      <source>Can be changed</source>
      <translation>Änderbar</translation>
    </message>
    <message>
      <source>Cancel</source>
      <translation>Abbrechen</translation>
    </message>
    <message>
      <source>Cancelled.</source>
      <translation>Abgebrochen.</translation>
    </message>
    <message>
      <source>Change</source>
      <translation>Änderung</translation>
    </message>
    <message>
      <source>Change %1</source>
      <translation>Änderung %1</translation>
    </message>
    <message>
      <source>Change %1 has no hash: it was not written by Gravin.</source>
      <translation>Änderung %1 hat keine Prüfsumme: Sie wurde nicht von Gravin geschrieben.</translation>
    </message>
    <message>
      <source>Change %1 is missing.</source>
      <translation>Änderung %1 fehlt.</translation>
    </message>
    <message>
      <source>Change %1 is not what was written: its content does not fit its hash.</source>
      <translation>Änderung %1 ist nicht, was geschrieben wurde: Ihr Inhalt passt nicht zur Prüfsumme.</translation>
    </message>
    <message>
      <source>Change %1 of the log is damaged at the record “%2”.</source>
      <translation>Änderung %1 des Protokolls ist beim Datensatz „%2“ beschädigt.</translation>
    </message>
    <message>
      <source>Change a record</source>
      <translation>Einen Datensatz ändern</translation>
    </message>
    <message>
      <source>Change it</source>
      <translation>Ändern</translation>
    </message>
    <message>
      <source>Change log</source>
      <translation>Änderungsprotokoll</translation>
    </message>
    <message>
      <source>Change nothing</source>
      <translation>Nichts ändern</translation>
    </message>
    <message>
      <source>Change one more field</source>
      <translation>Noch ein Feld ändern</translation>
    </message>
    <message>
      <source>Change records</source>
      <translation>Datensätze ändern</translation>
    </message>
    <message>
      <source>Changed %1 of %2: change %3. It can be rolled back.</source>
      <translation>%1 von %2 geändert: Änderung %3. Sie lässt sich zurückrollen.</translation>
    </message>
    <message>
      <source>Changed by</source>
      <translation>Geändert durch</translation>
    </message>
    <message>
      <source>Changed elsewhere meanwhile. Keep yours or take theirs.</source>
      <translation>Inzwischen anderswo geändert. Behalten Sie Ihres oder nehmen Sie das andere.</translation>
    </message>
    <message>
      <source>Changed elsewhere to “%1”. %2 · %3</source>
      <translation>Anderswo zu „%1“ geändert. %2 · %3</translation>
    </message>
    <message>
      <source>Changed meanwhile and computed anew: %1.</source>
      <translation>Inzwischen geändert und neu berechnet: %1.</translation>
    </message>
    <message>
      <source>Changed meanwhile and left out: %1.</source>
      <translation>Inzwischen geändert und ausgelassen: %1.</translation>
    </message>
    <message>
      <source>Changes</source>
      <translation>Änderungen</translation>
    </message>
    <message>
      <source>Changing…</source>
      <translation>Es wird geändert…</translation>
    </message>
    <message>
      <source>Changing… %1 so far</source>
      <translation>Es wird geändert… bisher %1</translation>
    </message>
    <message>
      <source>Characters of a text; digits behind the point of a decimal number.</source>
      <translation>Zeichen eines Textes; Stellen nach dem Komma einer Dezimalzahl.</translation>
    </message>
    <message>
      <source>Check %1: %2</source>
      <translation>Prüfung %1: %2</translation>
    </message>
    <message>
      <source>Check the project…</source>
      <translation>Projekt prüfen…</translation>
    </message>
    <message>
      <source>Checks</source>
      <translation>Prüfungen</translation>
    </message>
    <message>
      <source>Checks of the stage “output” say what a record must have before it is printed</source>
      <translation>Prüfungen der Stufe „output“ sagen, was ein Datensatz haben muss, bevor er gedruckt wird</translation>
    </message>
    <message>
      <source>Checksum of all values, the same in both</source>
      <translation>Prüfsumme aller Werte, in beiden dieselbe</translation>
    </message>
    <message>
      <source>Checks…</source>
      <translation>Prüfungen…</translation>
    </message>
    <message>
      <source>Children</source>
      <translation>Untergeordnete</translation>
    </message>
    <message>
      <source>Children of %1</source>
      <translation>Untergeordnete von %1</translation>
    </message>
    <message>
      <source>Children of %1, which go by %2.</source>
      <translation>Untergeordnete aus %1, die über %2 gehen.</translation>
    </message>
    <message>
      <source>Choices</source>
      <translation>Auswahl</translation>
    </message>
    <message>
      <source>Choices and lookup…</source>
      <translation>Auswahl und Nachschlagen…</translation>
    </message>
    <message>
      <source>Choices: stored; another=its label #1F6F66. Lookup: table.column. Mask: AA-999. Yes or no: lit / dark. Ctrl+Return opens a panel</source>
      <translation>Auswahl: gespeichert; anderes=Beschriftung #1F6F66. Nachschlagen: tabelle.spalte. Muster: AA-999. Ja oder nein: an / aus. Strg+Eingabe öffnet ein Fenster</translation>
    </message>
    <message>
      <source>Choose a colour</source>
      <translation>Eine Farbe wählen</translation>
    </message>
    <message>
      <source>Choose a field in the form.</source>
      <translation>Wählen Sie ein Feld im Formular.</translation>
    </message>
    <message>
      <source>Choose a field that is stored with the record.</source>
      <translation>Wählen Sie ein Feld, das mit dem Datensatz gespeichert wird.</translation>
    </message>
    <message>
      <source>Choose a file, or make a new one.</source>
      <translation>Wählen Sie eine Datei oder legen Sie eine neue an.</translation>
    </message>
    <message>
      <source>Choose a file: CSV, a spreadsheet (XLSX, ODS) or JSON. Or paste rows.</source>
      <translation>Wählen Sie eine Datei: CSV, eine Tabelle (XLSX, ODS) oder JSON. Oder fügen Sie Zeilen ein.</translation>
    </message>
    <message>
      <source>Choose a table on the left.</source>
      <translation>Wählen Sie links eine Tabelle.</translation>
    </message>
    <message>
      <source>Choose an SQLite database</source>
      <translation>SQLite-Datenbank wählen</translation>
    </message>
    <message>
      <source>Choose the field, or drag a column onto the one whose field it is to have</source>
      <translation>Wählen Sie das Feld, oder ziehen Sie eine Spalte auf die, deren Feld sie haben soll</translation>
    </message>
    <message>
      <source>Choose your change in the change log and press “Roll back…”. The plan says what comes back, and nothing happens before you agree.</source>
      <translation>Im Änderungsprotokoll die eigene Änderung wählen und „Zurückrollen…“ drücken. Der Plan sagt, was zurückkommt; vor Ihrer Zustimmung geschieht nichts.</translation>
    </message>
    <message>
      <source>Choose…</source>
      <translation>Wählen…</translation>
    </message>
    <message>
      <source>Clear</source>
      <translation>Leeren</translation>
    </message>
    <message>
      <source>Cleared %1 in %2.</source>
      <translation>%1 in %2 geleert.</translation>
    </message>
    <message>
      <source>Click to enlarge (Ctrl+Space)</source>
      <translation>Klicken vergrößert (Strg+Leertaste)</translation>
    </message>
    <message>
      <source>Close</source>
      <translation>Schließen</translation>
    </message>
    <message>
      <source>Close all</source>
      <translation>Alle schließen</translation>
    </message>
    <message>
      <source>Close all edit windows</source>
      <translation>Alle Bearbeitungsfenster schließen</translation>
    </message>
    <message>
      <source>Close all…</source>
      <translation>Alle schließen…</translation>
    </message>
    <message>
      <source>Close the change log</source>
      <translation>Änderungsprotokoll schließen</translation>
    </message>
    <message>
      <source>Close the change log (Esc)</source>
      <translation>Änderungsprotokoll schließen (Esc)</translation>
    </message>
    <message>
      <source>Close the window</source>
      <translation>Fenster schließen</translation>
    </message>
    <message>
      <source>Close this line</source>
      <translation>Diese Zeile schließen</translation>
    </message>
    <message>
      <source>Colour</source>
      <translation>Farbe</translation>
    </message>
    <message>
      <source>Column</source>
      <translation>Spalte</translation>
    </message>
    <message>
      <source>Column %1, %2</source>
      <translation>Spalte %1, %2</translation>
    </message>
    <message>
      <source>Column of the file</source>
      <translation>Spalte der Datei</translation>
    </message>
    <message>
      <source>Columns</source>
      <translation>Spalten</translation>
    </message>
    <message>
      <source>Columns may come and go. Records of a partition are seen when they are written through its parent.</source>
      <translation>Spalten dürfen kommen und gehen. Datensätze einer Partition werden gesehen, wenn über die übergeordnete Tabelle geschrieben wird.</translation>
    </message>
    <message>
      <source>Command</source>
      <translation>Befehl</translation>
    </message>
    <message>
      <source>Commands and their keys</source>
      <translation>Befehle und ihre Tasten</translation>
    </message>
    <message>
      <source>Compare…</source>
      <translation>Vergleichen…</translation>
    </message>
    <message>
      <source>Comparing says what fits there, what means something else and what is missing. Nothing changes before you say so.</source>
      <translation>Ein Vergleich sagt, was dort passt, was etwas anderes bedeutet und was fehlt. Nichts ändert sich, bevor Sie es sagen.</translation>
    </message>
    <message>
      <source>Comparing with %1…</source>
      <translation>Vergleich mit %1…</translation>
    </message>
    <message>
      <source>Compute it anew from what it holds then</source>
      <translation>Aus dem neu berechnen, was dann darin steht</translation>
    </message>
    <message>
      <source>Computed fields of %1</source>
      <translation>Berechnete Felder von %1</translation>
    </message>
    <message>
      <source>Computed fields…</source>
      <translation>Berechnete Felder…</translation>
    </message>
    <message>
      <source>Computed from</source>
      <translation>Berechnet aus</translation>
    </message>
    <message>
      <source>Condition</source>
      <translation>Bedingung</translation>
    </message>
    <message>
      <source>Connect to a database</source>
      <translation>Mit einer Datenbank verbinden</translation>
    </message>
    <message>
      <source>Connected to %1</source>
      <translation>Verbunden mit %1</translation>
    </message>
    <message>
      <source>Copied %1.</source>
      <translation>%1 kopiert.</translation>
    </message>
    <message>
      <source>Copy</source>
      <translation>Kopieren</translation>
    </message>
    <message>
      <source>Copy %1 to %2</source>
      <translation>%1 nach %2 kopieren</translation>
    </message>
    <message>
      <source>Copy all settings of the field</source>
      <translation>Alle Einstellungen des Feldes kopieren</translation>
    </message>
    <message>
      <source>Copy the tables there…</source>
      <translation>Tabellen dorthin kopieren…</translation>
    </message>
    <message>
      <source>Copy this record</source>
      <translation>Diesen Datensatz kopieren</translation>
    </message>
    <message>
      <source>Copy this screen</source>
      <translation>Diese Maske kopieren</translation>
    </message>
    <message>
      <source>Copy with its lines</source>
      <translation>Mit seinen Positionen kopieren</translation>
    </message>
    <message>
      <source>Copying %1: %2</source>
      <translation>%1 wird kopiert: %2</translation>
    </message>
    <message>
      <source>Copying to %1…</source>
      <translation>Kopie nach %1…</translation>
    </message>
    <message>
      <source>Copying…</source>
      <translation>Es wird kopiert…</translation>
    </message>
    <message>
      <source>Create %1 screens</source>
      <translation>%1 Masken anlegen</translation>
    </message>
    <message>
      <source>Create project</source>
      <translation>Projekt anlegen</translation>
    </message>
    <message>
      <source>Create screen</source>
      <translation>Maske anlegen</translation>
    </message>
    <message>
      <source>Create table</source>
      <translation>Tabelle anlegen</translation>
    </message>
    <message>
      <source>Created the table %1 with %2: change %3.</source>
      <translation>Tabelle %1 mit %2 angelegt: Änderung %3.</translation>
    </message>
    <message>
      <source>Created the table %1.</source>
      <translation>Tabelle %1 angelegt.</translation>
    </message>
    <message>
      <source>Creating…</source>
      <translation>Wird angelegt…</translation>
    </message>
    <message>
      <source>Ctrl+%1</source>
      <translation>Strg+%1</translation>
    </message>
    <message>
      <source>Cut</source>
      <translation>Ausschneiden</translation>
    </message>
    <message>
      <source>Cut %1. Pasted among those of another record, they move there.</source>
      <translation>%1 ausgeschnitten. Unter denen eines anderen Datensatzes eingefügt, ziehen sie dorthin um.</translation>
    </message>
    <message>
      <source>Cut marks</source>
      <translation>Schnittmarken</translation>
    </message>
    <message>
      <source>Data screens on a real database, with a change log that can be rolled back.</source>
      <translation>Masken auf einer echten Datenbank, mit einem Änderungsprotokoll, das sich zurückrollen lässt.</translation>
    </message>
    <message>
      <source>Database</source>
      <translation>Datenbank</translation>
    </message>
    <message>
      <source>Date</source>
      <translation>Datum</translation>
    </message>
    <message>
      <source>Date and time</source>
      <translation>Datum und Uhrzeit</translation>
    </message>
    <message>
      <source>Dates and figures</source>
      <translation>Daten und Zahlen</translation>
    </message>
    <message>
      <source>Decide later</source>
      <translation>Später entscheiden</translation>
    </message>
    <message>
      <source>Decimal number</source>
      <translation>Dezimalzahl</translation>
    </message>
    <message>
      <source>Default</source>
      <translation>Vorgabe</translation>
    </message>
    <message>
      <source>Delete</source>
      <translation>Löschen</translation>
    </message>
    <message>
      <source>Delete %1</source>
      <translation>%1 löschen</translation>
    </message>
    <message>
      <source>Delete %1 from %2?</source>
      <translation>%1 aus %2 löschen?</translation>
    </message>
    <message>
      <source>Delete a record</source>
      <translation>Einen Datensatz löschen</translation>
    </message>
    <message>
      <source>Delete from %1</source>
      <translation>Aus %1 löschen</translation>
    </message>
    <message>
      <source>Delete record</source>
      <translation>Datensatz löschen</translation>
    </message>
    <message>
      <source>Delete records</source>
      <translation>Datensätze löschen</translation>
    </message>
    <message>
      <source>Delete these too: %1</source>
      <translation>Auch diese löschen: %1</translation>
    </message>
    <message>
      <source>Delete this record (%1)</source>
      <translation>Diesen Datensatz löschen (%1)</translation>
    </message>
    <message>
      <source>Deleted %1: change %2. It can be rolled back.</source>
      <translation>%1 gelöscht: Änderung %2. Sie lässt sich zurückrollen.</translation>
    </message>
    <message>
      <source>Deleted (%1)</source>
      <translation>Gelöscht (%1)</translation>
    </message>
    <message>
      <source>Deleted by</source>
      <translation>Gelöscht durch</translation>
    </message>
    <message>
      <source>Delete…</source>
      <translation>Löschen…</translation>
    </message>
    <message>
      <source>Deleting…</source>
      <translation>Es wird gelöscht…</translation>
    </message>
    <message>
      <source>Developer</source>
      <translation>Entwickler</translation>
    </message>
    <message>
      <source>Did you mean “%1”?</source>
      <translation>Ist „%1“ gemeint?</translation>
    </message>
    <message>
      <source>Different values</source>
      <translation>Verschiedene Werte</translation>
    </message>
    <message>
      <source>Discard all</source>
      <translation>Alle verwerfen</translation>
    </message>
    <message>
      <source>Discard and leave</source>
      <translation>Verwerfen und gehen</translation>
    </message>
    <message>
      <source>Discard edits</source>
      <translation>Änderungen verwerfen</translation>
    </message>
    <message>
      <source>Discard new record</source>
      <translation>Neuen Datensatz verwerfen</translation>
    </message>
    <message>
      <source>Discarded %1.</source>
      <translation>%1 verworfen.</translation>
    </message>
    <message>
      <source>Do as an import that the project keeps</source>
      <translation>Wie ein Import, den das Projekt behält</translation>
    </message>
    <message>
      <source>Do not encrypt</source>
      <translation>Nicht verschlüsseln</translation>
    </message>
    <message>
      <source>Do not group</source>
      <translation>Nicht gruppieren</translation>
    </message>
    <message>
      <source>Do not group by %1</source>
      <translation>Nicht nach %1 gruppieren</translation>
    </message>
    <message>
      <source>Do not offer it</source>
      <translation>Nicht anbieten</translation>
    </message>
    <message>
      <source>Do not offer it on the screen</source>
      <translation>Nicht auf der Maske anbieten</translation>
    </message>
    <message>
      <source>Do not require it</source>
      <translation>Nicht verlangen</translation>
    </message>
    <message>
      <source>Do not show %1</source>
      <translation>%1 nicht zeigen</translation>
    </message>
    <message>
      <source>Do not sort</source>
      <translation>Nicht sortieren</translation>
    </message>
    <message>
      <source>Does</source>
      <translation>Tut</translation>
    </message>
    <message>
      <source>Does the project fit its database?</source>
      <translation>Passt das Projekt zu seiner Datenbank?</translation>
    </message>
    <message>
      <source>Done before: %1.</source>
      <translation>Vorher getan: %1.</translation>
    </message>
    <message>
      <source>Done: %1, change %2.</source>
      <translation>Fertig: %1, Änderung %2.</translation>
    </message>
    <message>
      <source>Down</source>
      <translation>Ab</translation>
    </message>
    <message>
      <source>E-mail</source>
      <translation>E-Mail</translation>
    </message>
    <message>
      <source>Each statement that changes a watched table, of any program, writes down what it changed, in the same transaction: it takes about twice the time, and fails where that cannot be written.</source>
      <translation>Jede Anweisung, die eine beobachtete Tabelle ändert, gleich aus welchem Programm, schreibt in derselben Transaktion auf, was sie geändert hat: Sie dauert etwa doppelt so lange und schlägt fehl, wo das nicht geschrieben werden kann.</translation>
    </message>
    <message>
      <source>Earlier on the shelf</source>
      <translation>Früher im Regal</translation>
    </message>
    <message>
      <source>Edit</source>
      <translation>Bearbeiten</translation>
    </message>
    <message>
      <source>Edit windows side by side</source>
      <translation>Bearbeitungsfenster nebeneinander</translation>
    </message>
    <message>
      <source>Editable</source>
      <translation>Bearbeitbar</translation>
    </message>
    <message>
      <source>Editable if</source>
      <translation>Bearbeitbar wenn</translation>
    </message>
    <message>
      <source>Editable is always, only new (until the record is saved for the first time) or never.</source>
      <translation>Bearbeitbar ist immer, nur neu (bis der Datensatz zum ersten Mal gespeichert ist) oder nie.</translation>
    </message>
    <message>
      <source>Edits</source>
      <translation>Änderungen</translation>
    </message>
    <message>
      <source>Edits that were not saved</source>
      <translation>Änderungen, die nicht gespeichert wurden</translation>
    </message>
    <message>
      <source>Edit…</source>
      <translation>Bearbeiten…</translation>
    </message>
    <message>
      <source>Empty the cells</source>
      <translation>Zellen leeren</translation>
    </message>
    <message>
      <source>Encoding</source>
      <translation>Kodierung</translation>
    </message>
    <message>
      <source>Encrypt and verify the certificate</source>
      <translation>Verschlüsseln und das Zertifikat prüfen</translation>
    </message>
    <message>
      <source>Encrypt where the server can</source>
      <translation>Verschlüsseln, wo der Server es kann</translation>
    </message>
    <message>
      <source>End the trial; what was done stays</source>
      <translation>Den Versuch beenden; was getan wurde, bleibt</translation>
    </message>
    <message>
      <source>Every change is logged in tables of Gravin's own, whose names begin with gravin_, so that it can be rolled back. Without them records can only be read.</source>
      <translation>Jede Änderung wird in eigenen Tabellen von Gravin festgehalten, deren Namen mit gravin_ beginnen, damit sie sich zurückrollen lässt. Ohne sie lassen sich Datensätze nur lesen.</translation>
    </message>
    <message>
      <source>Every column of the table is on the screen</source>
      <translation>Jede Spalte der Tabelle ist auf der Maske</translation>
    </message>
    <message>
      <source>Every new record has to be given one.</source>
      <translation>Jeder neue Datensatz muss eines bekommen.</translation>
    </message>
    <message>
      <source>Every value of the field is refused.</source>
      <translation>Jeder Wert des Feldes wird abgelehnt.</translation>
    </message>
    <message>
      <source>Everything else is in the menu and under %1; %2 opens the guide where you stand. What you do here stays in your own copy.</source>
      <translation>Alles Weitere steht im Menü und unter %1; %2 öffnet das Handbuch dort, wo Sie sind. Was Sie hier tun, bleibt in Ihrer eigenen Kopie.</translation>
    </message>
    <message>
      <source>Evidence</source>
      <translation>Belege</translation>
    </message>
    <message>
      <source>Evidence…</source>
      <translation>Belege…</translation>
    </message>
    <message>
      <source>Evidence… %1</source>
      <translation>Belege… %1</translation>
    </message>
    <message>
      <source>Exists in</source>
      <translation>Vorhanden in</translation>
    </message>
    <message>
      <source>Export</source>
      <translation>Exportieren</translation>
    </message>
    <message>
      <source>Export %1</source>
      <translation>%1 exportieren</translation>
    </message>
    <message>
      <source>Export the change log</source>
      <translation>Änderungsprotokoll exportieren</translation>
    </message>
    <message>
      <source>Export these changes…</source>
      <translation>Diese Änderungen exportieren…</translation>
    </message>
    <message>
      <source>Export to</source>
      <translation>Exportieren nach</translation>
    </message>
    <message>
      <source>Exported %1 changes to %2.</source>
      <translation>%1 Änderungen nach %2 exportiert.</translation>
    </message>
    <message>
      <source>Exported %1 to %2.</source>
      <translation>%1 nach %2 exportiert.</translation>
    </message>
    <message>
      <source>Exporting…</source>
      <translation>Exportiert…</translation>
    </message>
    <message>
      <source>Export…</source>
      <translation>Exportieren…</translation>
    </message>
    <message>
      <source>Expression</source>
      <translation>Ausdruck</translation>
    </message>
    <message>
      <source>Expressions</source>
      <translation>Ausdrücke</translation>
    </message>
    <message>
      <source>Faint in the field while it is empty</source>
      <translation>Blass im Feld, solange es leer ist</translation>
    </message>
    <message>
      <source>Field</source>
      <translation>Feld</translation>
    </message>
    <message>
      <source>Field for %1</source>
      <translation>Feld für %1</translation>
    </message>
    <message>
      <source>Field settings</source>
      <translation>Feldeinstellungen</translation>
    </message>
    <message>
      <source>Field to change</source>
      <translation>Zu änderndes Feld</translation>
    </message>
    <message>
      <source>Fields</source>
      <translation>Felder</translation>
    </message>
    <message>
      <source>Fields not seen</source>
      <translation>Felder nicht gesehen</translation>
    </message>
    <message>
      <source>Fields not written</source>
      <translation>Felder nicht geschrieben</translation>
    </message>
    <message>
      <source>Fields of the change</source>
      <translation>Felder der Änderung</translation>
    </message>
    <message>
      <source>Fields on a card; the first stands large</source>
      <translation>Felder auf einer Karte; das erste steht groß</translation>
    </message>
    <message>
      <source>Fields that are filled with these follow</source>
      <translation>Felder, die hiermit gefüllt werden, folgen</translation>
    </message>
    <message>
      <source>Fields that are shown</source>
      <translation>Felder, die gezeigt werden</translation>
    </message>
    <message>
      <source>Fields that the role %1 does not see on %2 can be read by its accounts with other programs.</source>
      <translation>Felder, die die Rolle %1 auf %2 nicht sieht, können ihre Konten mit anderen Programmen lesen.</translation>
    </message>
    <message>
      <source>Fields with their labels</source>
      <translation>Felder mit ihren Beschriftungen</translation>
    </message>
    <message>
      <source>Fields. Ctrl+Delete takes one away.</source>
      <translation>Felder. Strg+Entf nimmt eines weg.</translation>
    </message>
    <message>
      <source>File</source>
      <translation>Datei</translation>
    </message>
    <message>
      <source>Files and paper</source>
      <translation>Dateien und Papier</translation>
    </message>
    <message>
      <source>Files of rows (*.csv *.tsv *.txt *.xlsx *.ods *.json)</source>
      <translation>Dateien mit Zeilen (*.csv *.tsv *.txt *.xlsx *.ods *.json)</translation>
    </message>
    <message>
      <source>Fill %1 with %2</source>
      <translation>%1 mit %2 füllen</translation>
    </message>
    <message>
      <source>Fill down</source>
      <translation>Nach unten ausfüllen</translation>
    </message>
    <message>
      <source>Fill in and go on</source>
      <translation>Ausfüllen und fortfahren</translation>
    </message>
    <message>
      <source>Fill it with nothing</source>
      <translation>Mit nichts füllen</translation>
    </message>
    <message>
      <source>Filled</source>
      <translation>Ausgefüllt</translation>
    </message>
    <message>
      <source>Filled %1 in %2.</source>
      <translation>%1 in %2 gefüllt.</translation>
    </message>
    <message>
      <source>Filled in</source>
      <translation>Ausgefüllt</translation>
    </message>
    <message>
      <source>Filled with</source>
      <translation>Gefüllt mit</translation>
    </message>
    <message>
      <source>Filled with %1 until you type here; emptied, it is filled again.</source>
      <translation>Gefüllt mit %1, bis Sie hier tippen; geleert, wird es wieder gefüllt.</translation>
    </message>
    <message>
      <source>Filter</source>
      <translation>Filter</translation>
    </message>
    <message>
      <source>Filter %1</source>
      <translation>Filter %1</translation>
    </message>
    <message>
      <source>Filter by %1…</source>
      <translation>Nach %1 filtern…</translation>
    </message>
    <message>
      <source>Filter by this field…</source>
      <translation>Nach diesem Feld filtern…</translation>
    </message>
    <message>
      <source>Filters, order and groups that you keep under a name</source>
      <translation>Filter, Reihenfolge und Gruppen, die Sie unter einem Namen behalten</translation>
    </message>
    <message>
      <source>Find a record</source>
      <translation>Einen Datensatz finden</translation>
    </message>
    <message>
      <source>Find a record (F4)</source>
      <translation>Einen Datensatz finden (F4)</translation>
    </message>
    <message>
      <source>Find anything</source>
      <translation>Irgendetwas finden</translation>
    </message>
    <message>
      <source>Find screens and commands</source>
      <translation>Masken und Befehle finden</translation>
    </message>
    <message>
      <source>Findings</source>
      <translation>Feststellungen</translation>
    </message>
    <message>
      <source>Finds the record</source>
      <translation>Findet den Datensatz</translation>
    </message>
    <message>
      <source>First record</source>
      <translation>Erster Datensatz</translation>
    </message>
    <message>
      <source>First record %1: %2</source>
      <translation>Erster Datensatz %1: %2</translation>
    </message>
    <message>
      <source>First records</source>
      <translation>Erste Datensätze</translation>
    </message>
    <message>
      <source>First records of %1</source>
      <translation>Erste Datensätze von %1</translation>
    </message>
    <message>
      <source>First records, typed or pasted; none are needed</source>
      <translation>Erste Datensätze, getippt oder eingefügt; nötig sind keine</translation>
    </message>
    <message>
      <source>Fitted to label and data, or a number</source>
      <translation>Angepasst an Beschriftung und Daten, oder eine Zahl</translation>
    </message>
    <message>
      <source>Fold the form away or back</source>
      <translation>Formular weg- oder aufklappen</translation>
    </message>
    <message>
      <source>Fold the list away or back</source>
      <translation>Liste weg- oder aufklappen</translation>
    </message>
    <message>
      <source>For the current record: %1</source>
      <translation>Für den aktuellen Datensatz: %1</translation>
    </message>
    <message>
      <source>For the current record: empty, because a value is missing.</source>
      <translation>Für den aktuellen Datensatz: leer, weil ein Wert fehlt.</translation>
    </message>
    <message>
      <source>For the current record: unknown, because a value is missing. It counts as no.</source>
      <translation>Für den aktuellen Datensatz: unbekannt, weil ein Wert fehlt. Es gilt als nein.</translation>
    </message>
    <message>
      <source>For the current record: unknown, because a value is missing. It passes.</source>
      <translation>Für den aktuellen Datensatz: unbekannt, weil ein Wert fehlt. Er besteht.</translation>
    </message>
    <message>
      <source>Forget</source>
      <translation>Vergessen</translation>
    </message>
    <message>
      <source>Forget the bulk update “%1”</source>
      <translation>Die Massenänderung „%1“ vergessen</translation>
    </message>
    <message>
      <source>Forget the list “%1”</source>
      <translation>Die Liste „%1“ vergessen</translation>
    </message>
    <message>
      <source>Form</source>
      <translation>Formular</translation>
    </message>
    <message>
      <source>Form with children's grids</source>
      <translation>Formular mit Rastern der Untergeordneten</translation>
    </message>
    <message>
      <source>Format</source>
      <translation>Format</translation>
    </message>
    <message>
      <source>From a function</source>
      <translation>Aus einer Funktion</translation>
    </message>
    <message>
      <source>From the data</source>
      <translation>Aus den Daten</translation>
    </message>
    <message>
      <source>Frozen</source>
      <translation>Fest</translation>
    </message>
    <message>
      <source>Gets the field</source>
      <translation>Bekommt das Feld</translation>
    </message>
    <message>
      <source>Give %1 a name.</source>
      <translation>Geben Sie %1 einen Namen.</translation>
    </message>
    <message>
      <source>Give the SELECT a name.</source>
      <translation>Geben Sie dem SELECT einen Namen.</translation>
    </message>
    <message>
      <source>Give the computed field a name.</source>
      <translation>Geben Sie dem berechneten Feld einen Namen.</translation>
    </message>
    <message>
      <source>Go</source>
      <translation>Gehen</translation>
    </message>
    <message>
      <source>Go by this log from now on</source>
      <translation>Von jetzt an dieses Protokoll gelten lassen</translation>
    </message>
    <message>
      <source>Go round list, form and lines</source>
      <translation>Reihum durch Liste, Formular und Positionen</translation>
    </message>
    <message>
      <source>Go to %1</source>
      <translation>Zu %1 gehen</translation>
    </message>
    <message>
      <source>Go to a record</source>
      <translation>Zu einem Datensatz gehen</translation>
    </message>
    <message>
      <source>Go to a record…</source>
      <translation>Zu einem Datensatz gehen…</translation>
    </message>
    <message>
      <source>Go to a screen</source>
      <translation>Zu einer Maske gehen</translation>
    </message>
    <message>
      <source>Go to the field</source>
      <translation>Zum Feld gehen</translation>
    </message>
    <message>
      <source>Go to the form</source>
      <translation>Zum Formular gehen</translation>
    </message>
    <message>
      <source>Go to the shelf</source>
      <translation>Zum Regal gehen</translation>
    </message>
    <message>
      <source>Go to…</source>
      <translation>Gehe zu…</translation>
    </message>
    <message>
      <source>Goes to</source>
      <translation>Geht nach</translation>
    </message>
    <message>
      <source>Goes: %1</source>
      <translation>Fällt weg: %1</translation>
    </message>
    <message>
      <source>Gone: %1.</source>
      <translation>Weg: %1.</translation>
    </message>
    <message>
      <source>Grants</source>
      <translation>Rechte am Server</translation>
    </message>
    <message>
      <source>Grants…</source>
      <translation>Rechte am Server…</translation>
    </message>
    <message>
      <source>Gravin</source>
      <translation>Gravin</translation>
    </message>
    <message>
      <source>Gravin brings what was written down into the change log, with the account and the time that the database knows. Until then it takes up room in the database.</source>
      <translation>Gravin übernimmt das Aufgeschriebene ins Änderungsprotokoll, mit Konto und Zeit, wie die Datenbank sie kennt. Bis dahin braucht es Platz in der Datenbank.</translation>
    </message>
    <message>
      <source>Gravin ended before %1 saved. They can be taken up where they were left.</source>
      <translation>Gravin endete, bevor %1 gespeichert. Sie lassen sich aufnehmen, wo sie verlassen wurden.</translation>
    </message>
    <message>
      <source>Gravin speaks it from its next start on.</source>
      <translation>Gravin spricht sie ab dem nächsten Start.</translation>
    </message>
    <message>
      <source>Gravin was started without Build.</source>
      <translation>Gravin wurde ohne Gestalten gestartet.</translation>
    </message>
    <message>
      <source>Grid</source>
      <translation>Raster</translation>
    </message>
    <message>
      <source>Grid beside form</source>
      <translation>Raster neben Formular</translation>
    </message>
    <message>
      <source>Grid with edit windows</source>
      <translation>Raster mit Bearbeitungsfenstern</translation>
    </message>
    <message>
      <source>Group</source>
      <translation>Gruppe</translation>
    </message>
    <message>
      <source>Group by %1</source>
      <translation>Nach %1 gruppieren</translation>
    </message>
    <message>
      <source>Group by this field</source>
      <translation>Nach diesem Feld gruppieren</translation>
    </message>
    <message>
      <source>Grouped by %1</source>
      <translation>Gruppiert nach %1</translation>
    </message>
    <message>
      <source>Guide</source>
      <translation>Handbuch</translation>
    </message>
    <message>
      <source>Heads</source>
      <translation>Spaltenköpfe</translation>
    </message>
    <message>
      <source>Height</source>
      <translation>Höhe</translation>
    </message>
    <message>
      <source>Held</source>
      <translation>Format</translation>
    </message>
    <message>
      <source>Help</source>
      <translation>Hilfe</translation>
    </message>
    <message>
      <source>Help text</source>
      <translation>Hilfetext</translation>
    </message>
    <message>
      <source>Here</source>
      <translation>Hier</translation>
    </message>
    <message>
      <source>Here is nothing beside each other to fold away.</source>
      <translation>Hier steht nichts nebeneinander, das sich wegklappen ließe.</translation>
    </message>
    <message>
      <source>Here stands the screen as it will be, with the rows of its table. Mark several tables to make a screen for each.</source>
      <translation>Hier steht die Maske, wie sie wird, mit den Zeilen ihrer Tabelle. Markieren Sie mehrere Tabellen, um für jede eine Maske anzulegen.</translation>
    </message>
    <message>
      <source>Here the screen is shaped. Switch to Use first.</source>
      <translation>Hier wird die Maske gestaltet. Schalten Sie zuerst auf „Arbeiten“.</translation>
    </message>
    <message>
      <source>Hide %1</source>
      <translation>%1 verbergen</translation>
    </message>
    <message>
      <source>Hint</source>
      <translation>Hinweis</translation>
    </message>
    <message>
      <source>History of %1 of %2</source>
      <translation>Verlauf von %1 von %2</translation>
    </message>
    <message>
      <source>History of this field</source>
      <translation>Verlauf dieses Feldes</translation>
    </message>
    <message>
      <source>History of this field…</source>
      <translation>Verlauf dieses Feldes…</translation>
    </message>
    <message>
      <source>History of this record</source>
      <translation>Verlauf dieses Datensatzes</translation>
    </message>
    <message>
      <source>Host</source>
      <translation>Rechner</translation>
    </message>
    <message>
      <source>How dates and figures are written in the file; ISO dates and points are always understood</source>
      <translation>Wie Daten und Zahlen in der Datei geschrieben sind; ISO-Daten und Punkte werden immer verstanden</translation>
    </message>
    <message>
      <source>How dates, times and figures are written and read on all screens</source>
      <translation>Wie Daten, Zeiten und Zahlen auf allen Masken geschrieben und gelesen werden</translation>
    </message>
    <message>
      <source>How figures and dates are written: #,##0.00 m</source>
      <translation>Wie Zahlen und Daten geschrieben werden: #,##0.00 m</translation>
    </message>
    <message>
      <source>How it is written…</source>
      <translation>Wie sie geschrieben wird…</translation>
    </message>
    <message>
      <source>How many</source>
      <translation>Wie viele</translation>
    </message>
    <message>
      <source>How many columns of its section it takes</source>
      <translation>Wie viele Spalten seines Abschnitts es einnimmt</translation>
    </message>
    <message>
      <source>How records of %1 are written</source>
      <translation>Wie Datensätze von %1 geschrieben werden</translation>
    </message>
    <message>
      <source>How the field is shown and edited</source>
      <translation>Wie das Feld gezeigt und bearbeitet wird</translation>
    </message>
    <message>
      <source>How the text is found</source>
      <translation>Wie der Text gefunden wird</translation>
    </message>
    <message>
      <source>How the values are spread from the smallest to the largest</source>
      <translation>Wie sich die Werte vom kleinsten bis zum größten verteilen</translation>
    </message>
    <message>
      <source>ISO and points</source>
      <translation>ISO und Punkte</translation>
    </message>
    <message>
      <source>ISO dates, and points in figures</source>
      <translation>ISO-Daten, Punkte in Zahlen</translation>
    </message>
    <message>
      <source>ISO forms and points</source>
      <translation>ISO-Formen und Punkte</translation>
    </message>
    <message>
      <source>If empty</source>
      <translation>Wenn leer</translation>
    </message>
    <message>
      <source>If it fails</source>
      <translation>Wenn sie nicht besteht</translation>
    </message>
    <message>
      <source>If somebody changes one of them &amp;meanwhile</source>
      <translation>Wenn jemand einen davon i&amp;nzwischen ändert</translation>
    </message>
    <message>
      <source>If that is right, say so in the change log: More…, “Go by this log from now on”.</source>
      <translation>Wenn das richtig ist, sagen Sie es im Änderungsprotokoll: Mehr…, „Von jetzt an dieses Protokoll gelten lassen“.</translation>
    </message>
    <message>
      <source>If unoffered</source>
      <translation>Wenn nicht angeboten</translation>
    </message>
    <message>
      <source>Import</source>
      <translation>Importieren</translation>
    </message>
    <message>
      <source>Import %1</source>
      <translation>%1 importieren</translation>
    </message>
    <message>
      <source>Import %1, delete %2</source>
      <translation>%1 importieren, %2 löschen</translation>
    </message>
    <message>
      <source>Import %1…</source>
      <translation>%1 importieren…</translation>
    </message>
    <message>
      <source>Import from</source>
      <translation>Importieren aus</translation>
    </message>
    <message>
      <source>Import into %1</source>
      <translation>In %1 importieren</translation>
    </message>
    <message>
      <source>Imported %1 from %2: change %3. It can be rolled back.</source>
      <translation>%1 aus %2 importiert: Änderung %3. Sie lässt sich zurücknehmen.</translation>
    </message>
    <message>
      <source>Importing…</source>
      <translation>Importiert…</translation>
    </message>
    <message>
      <source>Importing… %1 records</source>
      <translation>Importiert… %1 Datensätze</translation>
    </message>
    <message>
      <source>Import…</source>
      <translation>Importieren…</translation>
    </message>
    <message>
      <source>In grid and form, in one of them, or nowhere</source>
      <translation>In Raster und Formular, in einem davon oder nirgends</translation>
    </message>
    <message>
      <source>In order of</source>
      <translation>In der Reihenfolge von</translation>
    </message>
    <message>
      <source>In the database's words</source>
      <translation>Mit den Worten der Datenbank</translation>
    </message>
    <message>
      <source>In the file</source>
      <translation>In der Datei</translation>
    </message>
    <message>
      <source>In the file the project uses another database. Keep the one that is here, or open the project again to work there.</source>
      <translation>In der Datei benutzt das Projekt eine andere Datenbank. Behalten Sie die von hier, oder öffnen Sie das Projekt noch einmal, um dort zu arbeiten.</translation>
    </message>
    <message>
      <source>In the pattern of LIKE the escape stands before %, _ or itself.</source>
      <translation>Im Muster von LIKE steht das Fluchtzeichen vor %, _ oder sich selbst.</translation>
    </message>
    <message>
      <source>In which table</source>
      <translation>In welcher Tabelle</translation>
    </message>
    <message>
      <source>Insert</source>
      <translation>Einfügen</translation>
    </message>
    <message>
      <source>It can be rolled back from the change log.</source>
      <translation>Es lässt sich aus dem Änderungsprotokoll zurückrollen.</translation>
    </message>
    <message>
      <source>It can be rolled back.</source>
      <translation>Das lässt sich zurückrollen.</translation>
    </message>
    <message>
      <source>It can only be shown.</source>
      <translation>Es lässt sich nur zeigen.</translation>
    </message>
    <message>
      <source>It cannot be kept yet. %1</source>
      <translation>Es lässt sich noch nicht behalten. %1</translation>
    </message>
    <message>
      <source>It could not be saved. %1</source>
      <translation>Es konnte nicht gespeichert werden. %1</translation>
    </message>
    <message>
      <source>It follows a reference that nothing has followed yet: its records show what it gives.</source>
      <translation>Es folgt einem Verweis, dem noch nichts gefolgt ist: Seine Datensätze zeigen, was es ergibt.</translation>
    </message>
    <message>
      <source>It has more than %1 lines, which is too many to copy.</source>
      <translation>Es hat mehr als %1 Positionen, das ist zu viel zum Kopieren.</translation>
    </message>
    <message>
      <source>It has no roles: everybody may do everything in it, as far as the database lets them.</source>
      <translation>Es hat keine Rollen: darin dürfen alle alles, so weit die Datenbank sie lässt.</translation>
    </message>
    <message>
      <source>It has no steps.</source>
      <translation>Sie hat keine Schritte.</translation>
    </message>
    <message>
      <source>It has no tables yet.</source>
      <translation>Sie hat noch keine Tabellen.</translation>
    </message>
    <message>
      <source>It has two members “%1” in one place, so it is not clear what holds. Take one of them out.</source>
      <translation>Es hat zwei Mitglieder „%1“ an einer Stelle, daher ist unklar, was gilt. Nehmen Sie eines heraus.</translation>
    </message>
    <message>
      <source>It is deleted with the next save. Discard that to keep it.</source>
      <translation>Es wird mit dem nächsten Speichern gelöscht. Verwerfen Sie das, um es zu behalten.</translation>
    </message>
    <message>
      <source>It is nested too deeply.</source>
      <translation>Es ist zu tief verschachtelt.</translation>
    </message>
    <message>
      <source>It is not complete or not JSON. Mend it or take an earlier copy.</source>
      <translation>Es ist unvollständig oder kein JSON. Beheben Sie es oder nehmen Sie eine frühere Kopie.</translation>
    </message>
    <message>
      <source>It is offered for editing here, and every such edit would be refused.</source>
      <translation>Es wird hier zum Bearbeiten angeboten, und jede solche Änderung würde abgelehnt.</translation>
    </message>
    <message>
      <source>It is signed, and would be another without its server or account. Take them out of it, and sign it then.</source>
      <translation>Es ist signiert und wäre ohne seinen Server oder sein Konto ein anderes. Nehmen Sie sie heraus und signieren Sie es dann.</translation>
    </message>
    <message>
      <source>It is signed, but the packed one is not, for the path of its database is written in full there.</source>
      <translation>Es ist unterschrieben, das gepackte aber nicht, denn dort ist der Pfad seiner Datenbank ganz ausgeschrieben.</translation>
    </message>
    <message>
      <source>It is still being compared.</source>
      <translation>Es wird noch verglichen.</translation>
    </message>
    <message>
      <source>It leads nowhere.</source>
      <translation>Es führt nirgendwohin.</translation>
    </message>
    <message>
      <source>It lets nobody do anything.</source>
      <translation>Sie erlaubt niemandem etwas.</translation>
    </message>
    <message>
      <source>It reads the field itself: once hidden, the field could not be shown by filling it in.</source>
      <translation>Es liest das Feld selbst: Einmal verborgen, ließe es sich nicht durch Ausfüllen zeigen.</translation>
    </message>
    <message>
      <source>It refers to a record of %1 that is no longer there.</source>
      <translation>Es verweist auf einen Datensatz von %1, der nicht mehr da ist.</translation>
    </message>
    <message>
      <source>It sets no field.</source>
      <translation>Sie setzt kein Feld.</translation>
    </message>
    <message>
      <source>It stays as it is until somebody fills it in.</source>
      <translation>Es bleibt, wie es ist, bis es jemand ausfüllt.</translation>
    </message>
    <message>
      <source>It was not agreed to.</source>
      <translation>Dem wurde nicht zugestimmt.</translation>
    </message>
    <message>
      <source>It would be of the same table.</source>
      <translation>Er wäre in derselben Tabelle.</translation>
    </message>
    <message>
      <source>Its condition on the records of %1 cannot be asked: %2</source>
      <translation>Ihre Bedingung an die Datensätze von %1 lässt sich nicht stellen: %2</translation>
    </message>
    <message>
      <source>Its database is a file: there is neither a server nor an account to ask for.</source>
      <translation>Seine Datenbank ist eine Datei: es gibt weder Server noch Konto, nach denen zu fragen wäre.</translation>
    </message>
    <message>
      <source>Its database is the file %1: it has to be there wherever the project is used.</source>
      <translation>Seine Datenbank ist die Datei %1: sie muss überall da sein, wo das Projekt benutzt wird.</translation>
    </message>
    <message>
      <source>Its newest hash is %1</source>
      <translation>Seine neueste Prüfsumme ist %1</translation>
    </message>
    <message>
      <source>Its records can be read, not changed.</source>
      <translation>Seine Datensätze lassen sich lesen, nicht ändern.</translation>
    </message>
    <message>
      <source>Its records can only be read.</source>
      <translation>Ihre Datensätze können nur gelesen werden.</translation>
    </message>
    <message>
      <source>Its records cannot be written so.</source>
      <translation>Ihre Datensätze können so nicht geschrieben werden.</translation>
    </message>
    <message>
      <source>Its rows are</source>
      <translation>Seine Zeilen sind</translation>
    </message>
    <message>
      <source>Its values</source>
      <translation>Seine Werte</translation>
    </message>
    <message>
      <source>JSON</source>
      <translation>JSON</translation>
    </message>
    <message>
      <source>JSON (*.json)</source>
      <translation>JSON (*.json)</translation>
    </message>
    <message>
      <source>Keep</source>
      <translation>Behalten</translation>
    </message>
    <message>
      <source>Keep a change log in this database</source>
      <translation>Ein Änderungsprotokoll in dieser Datenbank führen</translation>
    </message>
    <message>
      <source>Keep all mine</source>
      <translation>Alle meine behalten</translation>
    </message>
    <message>
      <source>Keep as a file…</source>
      <translation>Als Datei behalten…</translation>
    </message>
    <message>
      <source>Keep as…</source>
      <translation>Behalten als…</translation>
    </message>
    <message>
      <source>Keep in the project where columns go and what is done, for files like this one</source>
      <translation>Im Projekt behalten, wohin Spalten gehen und was getan wird, für Dateien wie diese</translation>
    </message>
    <message>
      <source>Keep it in the desktop's secret store</source>
      <translation>Im Geheimnisspeicher des Desktops behalten</translation>
    </message>
    <message>
      <source>Keep mine</source>
      <translation>Meines behalten</translation>
    </message>
    <message>
      <source>Keep the bulk update “%1”</source>
      <translation>Die Massenänderung „%1“ behalten</translation>
    </message>
    <message>
      <source>Keep the cards “%1”</source>
      <translation>Karten „%1“ behalten</translation>
    </message>
    <message>
      <source>Keep the import “%1”</source>
      <translation>Den Import „%1“ behalten</translation>
    </message>
    <message>
      <source>Keep the list “%1” for everyone</source>
      <translation>Die Liste „%1“ für alle behalten</translation>
    </message>
    <message>
      <source>Keep the present database</source>
      <translation>Die jetzige Datenbank behalten</translation>
    </message>
    <message>
      <source>Keep these cards</source>
      <translation>Diese Karten behalten</translation>
    </message>
    <message>
      <source>Keep these cards as…</source>
      <translation>Diese Karten behalten als…</translation>
    </message>
    <message>
      <source>Keep this bulk update</source>
      <translation>Diese Massenänderung behalten</translation>
    </message>
    <message>
      <source>Keep this import</source>
      <translation>Diesen Import behalten</translation>
    </message>
    <message>
      <source>Keep this list</source>
      <translation>Diese Liste behalten</translation>
    </message>
    <message>
      <source>Keep this list as…</source>
      <translation>Diese Liste behalten als…</translation>
    </message>
    <message>
      <source>Keep this list for everyone</source>
      <translation>Diese Liste für alle behalten</translation>
    </message>
    <message>
      <source>Keep this list for everyone as…</source>
      <translation>Diese Liste für alle behalten als…</translation>
    </message>
    <message>
      <source>Keep this one as…</source>
      <translation>Diese behalten als…</translation>
    </message>
    <message>
      <source>Kept as %1.</source>
      <translation>Behalten als %1.</translation>
    </message>
    <message>
      <source>Kept as “%1”. It stands in the project once that is saved.</source>
      <translation>Als „%1“ behalten. Es steht im Projekt, sobald das gespeichert ist.</translation>
    </message>
    <message>
      <source>Kept import</source>
      <translation>Behaltener Import</translation>
    </message>
    <message>
      <source>Kept in the project, for everyone</source>
      <translation>Im Projekt behalten, für alle</translation>
    </message>
    <message>
      <source>Kept lists</source>
      <translation>Behaltene Listen</translation>
    </message>
    <message>
      <source>Kept…</source>
      <translation>Behaltene…</translation>
    </message>
    <message>
      <source>Key</source>
      <translation>Schlüssel</translation>
    </message>
    <message>
      <source>Key %1: %2</source>
      <translation>Schlüssel %1: %2</translation>
    </message>
    <message>
      <source>Keys</source>
      <translation>Tasten</translation>
    </message>
    <message>
      <source>Keys in scripts and in what people noted down mean something else.</source>
      <translation>Schlüssel in Skripten und in dem, was Leute sich notiert haben, bedeuten etwas anderes.</translation>
    </message>
    <message>
      <source>Keys of the chosen command</source>
      <translation>Tasten des gewählten Befehls</translation>
    </message>
    <message>
      <source>Keys…</source>
      <translation>Tasten…</translation>
    </message>
    <message>
      <source>Kind</source>
      <translation>Art</translation>
    </message>
    <message>
      <source>Label</source>
      <translation>Beschriftung</translation>
    </message>
    <message>
      <source>Label in</source>
      <translation>Beschriftung in</translation>
    </message>
    <message>
      <source>Labels beside</source>
      <translation>Beschriftungen daneben</translation>
    </message>
    <message>
      <source>Labels in other languages are written as in de=Feuerhöhe; fr=Hauteur.</source>
      <translation>Beschriftungen in anderen Sprachen schreibt man wie in de=Feuerhöhe; fr=Hauteur.</translation>
    </message>
    <message>
      <source>Language</source>
      <translation>Sprache</translation>
    </message>
    <message>
      <source>Language…</source>
      <translation>Sprache…</translation>
    </message>
    <message>
      <source>Last record</source>
      <translation>Letzter Datensatz</translation>
    </message>
    <message>
      <source>Later on the shelf</source>
      <translation>Später im Regal</translation>
    </message>
    <message>
      <source>Leave empty</source>
      <translation>Leer lassen</translation>
    </message>
    <message>
      <source>Leave it closed</source>
      <translation>Geschlossen lassen</translation>
    </message>
    <message>
      <source>Leave it out</source>
      <translation>Auslassen</translation>
    </message>
    <message>
      <source>Leave out rows that are refused</source>
      <translation>Abgelehnte Zeilen auslassen</translation>
    </message>
    <message>
      <source>Leave out the %1 that would be refused</source>
      <translation>%1 auslassen, die abgelehnt würden</translation>
    </message>
    <message>
      <source>Leave out what does not fit</source>
      <translation>Auslassen, was nicht passt</translation>
    </message>
    <message>
      <source>Leave the walk</source>
      <translation>Rundgang verlassen</translation>
    </message>
    <message>
      <source>Leave them closed</source>
      <translation>Geschlossen lassen</translation>
    </message>
    <message>
      <source>Leave these as they are</source>
      <translation>Diese so lassen</translation>
    </message>
    <message>
      <source>Leave this field as it is</source>
      <translation>Dieses Feld so lassen</translation>
    </message>
    <message>
      <source>Leave those as they are</source>
      <translation>Jene so lassen</translation>
    </message>
    <message>
      <source>Left out: %1</source>
      <translation>Ausgelassen: %1</translation>
    </message>
    <message>
      <source>Left out: %1, for example %2: %3</source>
      <translation>Ausgelassen: %1, zum Beispiel %2: %3</translation>
    </message>
    <message>
      <source>Length</source>
      <translation>Länge</translation>
    </message>
    <message>
      <source>Let %1 be from %2 to %3 only</source>
      <translation>%1 soll nur zwischen %2 und %3 liegen</translation>
    </message>
    <message>
      <source>Let %1 be like %2 only</source>
      <translation>%1 soll nur wie %2 aussehen</translation>
    </message>
    <message>
      <source>Let no two records have the same %1</source>
      <translation>Keine zwei Datensätze sollen dasselbe %1 haben</translation>
    </message>
    <message>
      <source>Letter</source>
      <translation>Letter</translation>
    </message>
    <message>
      <source>Light or dark</source>
      <translation>Hell oder dunkel</translation>
    </message>
    <message>
      <source>Lines are copied with the record that they belong to.</source>
      <translation>Positionen werden mit dem Datensatz kopiert, zu dem sie gehören.</translation>
    </message>
    <message>
      <source>Lines for groups and totals among the records</source>
      <translation>Zeilen für Gruppen und Summen zwischen den Datensätzen</translation>
    </message>
    <message>
      <source>Link</source>
      <translation>Link</translation>
    </message>
    <message>
      <source>List</source>
      <translation>Liste</translation>
    </message>
    <message>
      <source>List its %1</source>
      <translation>Seine %1 aufführen</translation>
    </message>
    <message>
      <source>Load from a file</source>
      <translation>Aus einer Datei laden</translation>
    </message>
    <message>
      <source>Load from a file…</source>
      <translation>Aus einer Datei laden…</translation>
    </message>
    <message>
      <source>Long text</source>
      <translation>Langer Text</translation>
    </message>
    <message>
      <source>Longest</source>
      <translation>Längster</translation>
    </message>
    <message>
      <source>Look %1 up in %2 by %3</source>
      <translation>%1 in %2 über %3 nachschlagen</translation>
    </message>
    <message>
      <source>Look again</source>
      <translation>Noch einmal ansehen</translation>
    </message>
    <message>
      <source>Look back</source>
      <translation>Zurückblicken</translation>
    </message>
    <message>
      <source>Look in %1 by %2</source>
      <translation>In %1 über %2 nachsehen</translation>
    </message>
    <message>
      <source>Looking at both databases…</source>
      <translation>Beide Datenbanken werden angesehen…</translation>
    </message>
    <message>
      <source>Looking at the values…</source>
      <translation>Die Werte werden angesehen…</translation>
    </message>
    <message>
      <source>Looking at what the records must have…</source>
      <translation>Sieht nach, was die Datensätze haben müssen…</translation>
    </message>
    <message>
      <source>Looking back…</source>
      <translation>Es wird zurückgeblickt…</translation>
    </message>
    <message>
      <source>Looking for what refers to it…</source>
      <translation>Es wird gesucht, was darauf verweist…</translation>
    </message>
    <message>
      <source>Looking…</source>
      <translation>Es wird gesucht…</translation>
    </message>
    <message>
      <source>Looking… %1 so far</source>
      <translation>Es wird gesucht… bisher %1</translation>
    </message>
    <message>
      <source>Lookup</source>
      <translation>Nachschlagen</translation>
    </message>
    <message>
      <source>Lookups and choices</source>
      <translation>Nachschlagefelder und Auswahlen</translation>
    </message>
    <message>
      <source>Lookups do not find: %1</source>
      <translation>Nachschlagefelder finden nicht: %1</translation>
    </message>
    <message>
      <source>MOD takes whole and decimal numbers only.</source>
      <translation>MOD nimmt nur ganze und Dezimalzahlen.</translation>
    </message>
    <message>
      <source>Make %1 as wide as most of its texts</source>
      <translation>%1 so breit machen wie die meisten seiner Texte</translation>
    </message>
    <message>
      <source>Make %1 in %2</source>
      <translation>%1 in %2 anlegen</translation>
    </message>
    <message>
      <source>Make %1 in %2…</source>
      <translation>%1 in %2 anlegen…</translation>
    </message>
    <message>
      <source>Make a screen for the table %1</source>
      <translation>Eine Maske für die Tabelle %1 anlegen</translation>
    </message>
    <message>
      <source>Makes a screen for %1, which has none yet</source>
      <translation>Legt eine Maske für %1 an, das noch keine hat</translation>
    </message>
    <message>
      <source>Margin of the page</source>
      <translation>Seitenrand</translation>
    </message>
    <message>
      <source>MariaDB keeps neither infinity nor what is not a number.</source>
      <translation>MariaDB kennt weder Unendlich noch, was keine Zahl ist.</translation>
    </message>
    <message>
      <source>MariaDB server</source>
      <translation>MariaDB-Server</translation>
    </message>
    <message>
      <source>Mark the field that tells one record from another as the key.</source>
      <translation>Kennzeichnen Sie das Feld, das einen Datensatz vom anderen unterscheidet, als Schlüssel.</translation>
    </message>
    <message>
      <source>Marked ones are shown, in this order. Drag one to move it.</source>
      <translation>Angekreuzte werden gezeigt, in dieser Reihenfolge. Ziehen verschiebt eines.</translation>
    </message>
    <message>
      <source>Masked text</source>
      <translation>Text nach Muster</translation>
    </message>
    <message>
      <source>Mend</source>
      <translation>Beheben</translation>
    </message>
    <message>
      <source>Mend all that can be</source>
      <translation>Alles beheben, was geht</translation>
    </message>
    <message>
      <source>Menu</source>
      <translation>Menü</translation>
    </message>
    <message>
      <source>Message</source>
      <translation>Meldung</translation>
    </message>
    <message>
      <source>More</source>
      <translation>Mehr</translation>
    </message>
    <message>
      <source>More is missing than can be asked for here. Add these records first, or import them.</source>
      <translation>Es fehlt mehr, als hier gefragt werden kann. Fügen Sie diese Datensätze vorher hinzu, oder importieren Sie sie.</translation>
    </message>
    <message>
      <source>More is missing than can be asked for here. Leave these rows out, or mend the file.</source>
      <translation>Es fehlt mehr, als hier gefragt werden kann. Lassen Sie diese Zeilen weg, oder berichtigen Sie die Datei.</translation>
    </message>
    <message>
      <source>More…</source>
      <translation>Mehr…</translation>
    </message>
    <message>
      <source>Moved to %1</source>
      <translation>Verschoben nach %1</translation>
    </message>
    <message>
      <source>Must hold</source>
      <translation>Muss gelten</translation>
    </message>
    <message>
      <source>NULL, TRUE, FALSE, UNKNOWN or DISTINCT FROM</source>
      <translation>NULL, TRUE, FALSE, UNKNOWN oder DISTINCT FROM</translation>
    </message>
    <message>
      <source>Name</source>
      <translation>Name</translation>
    </message>
    <message>
      <source>Name of the table</source>
      <translation>Name der Tabelle</translation>
    </message>
    <message>
      <source>Name the database.</source>
      <translation>Nennen Sie die Datenbank.</translation>
    </message>
    <message>
      <source>Name the new database</source>
      <translation>Neue Datenbank benennen</translation>
    </message>
    <message>
      <source>Name, arrangement and what people may do here</source>
      <translation>Name, Anordnung und was man hier darf</translation>
    </message>
    <message>
      <source>Name, under which it is found again</source>
      <translation>Name, unter dem es wiedergefunden wird</translation>
    </message>
    <message>
      <source>Names that begin with “gravin_” are kept for the change log.</source>
      <translation>Namen, die mit „gravin_“ beginnen, sind dem Änderungsprotokoll vorbehalten.</translation>
    </message>
    <message>
      <source>Narrow by name</source>
      <translation>Nach Namen eingrenzen</translation>
    </message>
    <message>
      <source>Narrow by name or key</source>
      <translation>Nach Name oder Taste eingrenzen</translation>
    </message>
    <message>
      <source>Narrow fields</source>
      <translation>Felder eingrenzen</translation>
    </message>
    <message>
      <source>Narrow the fields</source>
      <translation>Die Felder eingrenzen</translation>
    </message>
    <message>
      <source>Narrower</source>
      <translation>Schmaler</translation>
    </message>
    <message>
      <source>Neither the engine nor a trigger writes this view: it can be written through routines only.</source>
      <translation>Weder die Datenbank noch ein Trigger schreibt diese Sicht: nur Routinen können sie schreiben.</translation>
    </message>
    <message>
      <source>New SELECT</source>
      <translation>Neues SELECT</translation>
    </message>
    <message>
      <source>New SELECT…</source>
      <translation>Neues SELECT…</translation>
    </message>
    <message>
      <source>New field of %1</source>
      <translation>Neues Feld von %1</translation>
    </message>
    <message>
      <source>New field of the table…</source>
      <translation>Neues Feld der Tabelle…</translation>
    </message>
    <message>
      <source>New file…</source>
      <translation>Neue Datei…</translation>
    </message>
    <message>
      <source>New one…</source>
      <translation>Neue…</translation>
    </message>
    <message>
      <source>New project from a database…</source>
      <translation>Neues Projekt aus einer Datenbank…</translation>
    </message>
    <message>
      <source>New record</source>
      <translation>Neuer Datensatz</translation>
    </message>
    <message>
      <source>New record in %1</source>
      <translation>Neuer Datensatz in %1</translation>
    </message>
    <message>
      <source>New records begin otherwise.</source>
      <translation>Neue Datensätze beginnen anders.</translation>
    </message>
    <message>
      <source>New records begin without it.</source>
      <translation>Neue Datensätze beginnen ohne es.</translation>
    </message>
    <message>
      <source>New row</source>
      <translation>Neue Zeile</translation>
    </message>
    <message>
      <source>New screens</source>
      <translation>Neue Masken</translation>
    </message>
    <message>
      <source>New screens…</source>
      <translation>Neue Masken…</translation>
    </message>
    <message>
      <source>New table</source>
      <translation>Neue Tabelle</translation>
    </message>
    <message>
      <source>New table…</source>
      <translation>Neue Tabelle…</translation>
    </message>
    <message>
      <source>New: %1.</source>
      <translation>Neu: %1.</translation>
    </message>
    <message>
      <source>Next record</source>
      <translation>Nächster Datensatz</translation>
    </message>
    <message>
      <source>No</source>
      <translation>Nein</translation>
    </message>
    <message>
      <source>No account has this role.</source>
      <translation>Kein Konto hat diese Rolle.</translation>
    </message>
    <message>
      <source>No bulk update “%1” is kept here.</source>
      <translation>Hier ist keine Massenänderung „%1“ behalten.</translation>
    </message>
    <message>
      <source>No cards “%1” are kept here.</source>
      <translation>Hier sind keine Karten „%1“ behalten.</translation>
    </message>
    <message>
      <source>No cell is chosen.</source>
      <translation>Keine Zelle ist gewählt.</translation>
    </message>
    <message>
      <source>No change is like this.</source>
      <translation>Keine Änderung ist so.</translation>
    </message>
    <message>
      <source>No changes</source>
      <translation>Keine Änderungen</translation>
    </message>
    <message>
      <source>No changes yet. Each one will leave its mark here.</source>
      <translation>Noch keine Änderungen. Jede hinterlässt hier ihre Spur.</translation>
    </message>
    <message>
      <source>No changes yet. Everything that is saved here will stand in this list.</source>
      <translation>Noch keine Änderungen. Alles, was hier gespeichert wird, steht dann in dieser Liste.</translation>
    </message>
    <message>
      <source>No column of the file goes to a field.</source>
      <translation>Keine Spalte der Datei geht in ein Feld.</translation>
    </message>
    <message>
      <source>No edit window is open.</source>
      <translation>Kein Bearbeitungsfenster ist offen.</translation>
    </message>
    <message>
      <source>No field of %1 can be compared with it.</source>
      <translation>Kein Feld von %1 lässt sich damit vergleichen.</translation>
    </message>
    <message>
      <source>No field of these records can be changed.</source>
      <translation>Kein Feld dieser Datensätze lässt sich ändern.</translation>
    </message>
    <message>
      <source>No file</source>
      <translation>Keine Datei</translation>
    </message>
    <message>
      <source>No finding is chosen.</source>
      <translation>Keine Feststellung ist gewählt.</translation>
    </message>
    <message>
      <source>No key could be made.</source>
      <translation>Es konnte kein Schlüssel angelegt werden.</translation>
    </message>
    <message>
      <source>No keys</source>
      <translation>Keine Tasten</translation>
    </message>
    <message>
      <source>No picture</source>
      <translation>Kein Bild</translation>
    </message>
    <message>
      <source>No project is open.</source>
      <translation>Kein Projekt ist offen.</translation>
    </message>
    <message>
      <source>No record</source>
      <translation>Kein Datensatz</translation>
    </message>
    <message>
      <source>No record bears the tag.</source>
      <translation>Kein Datensatz trägt die Marke.</translation>
    </message>
    <message>
      <source>No record can be added here.</source>
      <translation>Hier lässt sich kein Datensatz hinzufügen.</translation>
    </message>
    <message>
      <source>No record is chosen above.</source>
      <translation>Oben ist kein Datensatz gewählt.</translation>
    </message>
    <message>
      <source>No record is chosen to try it on.</source>
      <translation>Kein Datensatz ist gewählt, an dem es sich erproben ließe.</translation>
    </message>
    <message>
      <source>No record is chosen.</source>
      <translation>Kein Datensatz ist gewählt.</translation>
    </message>
    <message>
      <source>No record of %1 shows “%2”.</source>
      <translation>Kein Datensatz von %1 zeigt „%2“.</translation>
    </message>
    <message>
      <source>No record that it concerns can be saved until it is mended.</source>
      <translation>Kein Datensatz, den es betrifft, lässt sich speichern, bis es behoben ist.</translation>
    </message>
    <message>
      <source>No records are selected.</source>
      <translation>Keine Datensätze sind markiert.</translation>
    </message>
    <message>
      <source>No role that somebody has may build.</source>
      <translation>Keine Rolle, die jemand hat, darf gestalten.</translation>
    </message>
    <message>
      <source>No row changes anything.</source>
      <translation>Keine Zeile ändert etwas.</translation>
    </message>
    <message>
      <source>No row is chosen.</source>
      <translation>Keine Zeile ist gewählt.</translation>
    </message>
    <message>
      <source>No screen is in front.</source>
      <translation>Keine Maske ist vorn.</translation>
    </message>
    <message>
      <source>No screen of %1</source>
      <translation>Keine Maske von %1</translation>
    </message>
    <message>
      <source>No screen of this project is open to you. %1</source>
      <translation>Keine Maske dieses Projekts steht Ihnen offen. %1</translation>
    </message>
    <message>
      <source>No statement can hold a text with a null character in it.</source>
      <translation>Keine Anweisung kann einen Text mit einem Nullzeichen enthalten.</translation>
    </message>
    <message>
      <source>No table refers to %1.</source>
      <translation>Keine Tabelle verweist auf %1.</translation>
    </message>
    <message>
      <source>Nobody can shape this project any more.</source>
      <translation>Niemand kann dieses Projekt mehr gestalten.</translation>
    </message>
    <message>
      <source>Nobody fills it in any more.</source>
      <translation>Niemand füllt es mehr aus.</translation>
    </message>
    <message>
      <source>None can be made of a text.</source>
      <translation>Aus einem Text lässt sich keiner anlegen.</translation>
    </message>
    <message>
      <source>None is kept yet</source>
      <translation>Noch keine behalten</translation>
    </message>
    <message>
      <source>None of them can be changed before it is filled in.</source>
      <translation>Keines davon lässt sich ändern, bevor es ausgefüllt ist.</translation>
    </message>
    <message>
      <source>Not a file: %1</source>
      <translation>Keine Datei: %1</translation>
    </message>
    <message>
      <source>Not a picture: %1</source>
      <translation>Kein Bild: %1</translation>
    </message>
    <message>
      <source>Not in the file</source>
      <translation>Nicht in der Datei</translation>
    </message>
    <message>
      <source>Not in the file (%1)</source>
      <translation>Nicht in der Datei (%1)</translation>
    </message>
    <message>
      <source>Not in this record as it is: %1</source>
      <translation>Nicht in diesem Datensatz, wie er ist: %1</translation>
    </message>
    <message>
      <source>Not met by %1.</source>
      <translation>Nicht erfüllt von %1.</translation>
    </message>
    <message>
      <source>Not met by %1: %2.</source>
      <translation>Nicht erfüllt von %1: %2.</translation>
    </message>
    <message>
      <source>Not now</source>
      <translation>Jetzt nicht</translation>
    </message>
    <message>
      <source>Not on a screen yet</source>
      <translation>Noch auf keiner Maske</translation>
    </message>
    <message>
      <source>Not printed: %1</source>
      <translation>Nicht gedruckt: %1</translation>
    </message>
    <message>
      <source>Not saved yet</source>
      <translation>Noch nicht gespeichert</translation>
    </message>
    <message>
      <source>Not saved yet. %1 Save once more to keep it so.</source>
      <translation>Noch nicht gespeichert. %1 Noch einmal speichern, um es so zu behalten.</translation>
    </message>
    <message>
      <source>Not saved yet. %1 have warnings. Save once more to keep them so.</source>
      <translation>Noch nicht gespeichert. %1 haben Warnungen. Noch einmal speichern, um sie so zu behalten.</translation>
    </message>
    <message>
      <source>Not saved. %1</source>
      <translation>Nicht gespeichert. %1</translation>
    </message>
    <message>
      <source>Not sent here: %1</source>
      <translation>Hierher nicht gesandt: %1</translation>
    </message>
    <message>
      <source>Not signed</source>
      <translation>Nicht unterschrieben</translation>
    </message>
    <message>
      <source>Not there any more: %1</source>
      <translation>Nicht mehr da: %1</translation>
    </message>
    <message>
      <source>Not watched any more: %1.</source>
      <translation>Nicht mehr beobachtet: %1.</translation>
    </message>
    <message>
      <source>Note</source>
      <translation>Anmerkung</translation>
    </message>
    <message>
      <source>Note for the change log</source>
      <translation>Anmerkung für das Änderungsprotokoll</translation>
    </message>
    <message>
      <source>Note for the change log, if you like</source>
      <translation>Anmerkung für das Änderungsprotokoll, wenn Sie mögen</translation>
    </message>
    <message>
      <source>Note on change %1</source>
      <translation>Anmerkung zu Änderung %1</translation>
    </message>
    <message>
      <source>Nothing can be written beside %1: %2</source>
      <translation>Neben %1 lässt sich nichts schreiben: %2</translation>
    </message>
    <message>
      <source>Nothing differs from now.</source>
      <translation>Nichts unterscheidet sich von jetzt.</translation>
    </message>
    <message>
      <source>Nothing gives %1.%2 its value in this change.</source>
      <translation>Nichts gibt %1.%2 in dieser Änderung einen Wert.</translation>
    </message>
    <message>
      <source>Nothing has to hold yet, besides what the database asks and fields marked as required. Add a check.</source>
      <translation>Noch muss nichts gelten außer dem, was die Datenbank verlangt, und den Pflichtfeldern. Fügen Sie eine Prüfung hinzu.</translation>
    </message>
    <message>
      <source>Nothing here is called “%1”.</source>
      <translation>Nichts heißt hier „%1“.</translation>
    </message>
    <message>
      <source>Nothing is run after saving.</source>
      <translation>Nach dem Speichern läuft nichts.</translation>
    </message>
    <message>
      <source>Nothing is ticked.</source>
      <translation>Nichts ist angekreuzt.</translation>
    </message>
    <message>
      <source>Nothing matches “%1”.</source>
      <translation>Nichts passt zu „%1“.</translation>
    </message>
    <message>
      <source>Nothing refers to it.</source>
      <translation>Nichts verweist darauf.</translation>
    </message>
    <message>
      <source>Nothing that is safe can be done at once.</source>
      <translation>Nichts Unbedenkliches lässt sich sofort tun.</translation>
    </message>
    <message>
      <source>Nothing was accepted here.</source>
      <translation>Hier wurde nichts angenommen.</translation>
    </message>
    <message>
      <source>Nothing was changed since.</source>
      <translation>Seither wurde nichts geändert.</translation>
    </message>
    <message>
      <source>Nothing was changed. %1</source>
      <translation>Nichts wurde geändert. %1</translation>
    </message>
    <message>
      <source>Nothing was deleted. %1</source>
      <translation>Nichts wurde gelöscht. %1</translation>
    </message>
    <message>
      <source>Nothing was printed.</source>
      <translation>Nichts wurde gedruckt.</translation>
    </message>
    <message>
      <source>Nothing was printed. %1</source>
      <translation>Nichts wurde gedruckt. %1</translation>
    </message>
    <message>
      <source>Nothing was printed. %1: %2</source>
      <translation>Nichts wurde gedruckt. %1: %2</translation>
    </message>
    <message>
      <source>Nothing was rolled back. %1</source>
      <translation>Nichts wurde zurückgerollt. %1</translation>
    </message>
    <message>
      <source>Nothing was written.</source>
      <translation>Es wurde nichts geschrieben.</translation>
    </message>
    <message>
      <source>Nothing was written. %1</source>
      <translation>Nichts wurde geschrieben. %1</translation>
    </message>
    <message>
      <source>Nothing was written. Record %1: %2</source>
      <translation>Es wurde nichts geschrieben. Datensatz %1: %2</translation>
    </message>
    <message>
      <source>Nothing was written. Row %1: %2</source>
      <translation>Nichts wurde geschrieben. Zeile %1: %2</translation>
    </message>
    <message>
      <source>Nothing yet.</source>
      <translation>Noch nichts.</translation>
    </message>
    <message>
      <source>Now</source>
      <translation>Jetzt</translation>
    </message>
    <message>
      <source>Now it is %1.</source>
      <translation>Jetzt ist es %1.</translation>
    </message>
    <message>
      <source>Now it is %1: it was changed outside Gravin since change %2.</source>
      <translation>Jetzt ist es %1: Es wurde seit Änderung %2 außerhalb von Gravin geändert.</translation>
    </message>
    <message>
      <source>Number</source>
      <translation>Zahl</translation>
    </message>
    <message>
      <source>Number given by the database</source>
      <translation>Nummer, von der Datenbank vergeben</translation>
    </message>
    <message>
      <source>ODS is read only. Write XLSX.</source>
      <translation>ODS wird nur gelesen. XLSX schreiben.</translation>
    </message>
    <message>
      <source>Of %1</source>
      <translation>Von %1</translation>
    </message>
    <message>
      <source>Of %1 your role lets you work on some records only: what is said to be gone may be another's.</source>
      <translation>Von %1 lässt Ihre Rolle Sie nur an manchen Datensätzen arbeiten: was als verschwunden gilt, gehört vielleicht anderen.</translation>
    </message>
    <message>
      <source>Of %1, by %2</source>
      <translation>Von %1, durch %2</translation>
    </message>
    <message>
      <source>Of INSERT OR REPLACE only the new record is seen, not the one that it replaces.</source>
      <translation>Von INSERT OR REPLACE wird nur der neue Datensatz gesehen, nicht der, den er ersetzt.</translation>
    </message>
    <message>
      <source>Of a lookup: a condition on the offered records that may read the record: county_id = record.county_id</source>
      <translation>Beim Nachschlagen: eine Bedingung an die angebotenen Datensätze, die den Datensatz lesen darf: county_id = record.county_id</translation>
    </message>
    <message>
      <source>Of a watched table the database itself writes down every change: what other programs and triggers do is in the change log then, can be looked back to and rolled back.</source>
      <translation>Von einer beobachteten Tabelle schreibt die Datenbank selbst jede Änderung auf: Was andere Programme und Trigger tun, steht dann im Änderungsprotokoll, lässt sich nachsehen und zurücknehmen.</translation>
    </message>
    <message>
      <source>Of another type</source>
      <translation>Von anderem Typ</translation>
    </message>
    <message>
      <source>Offer %1 as choices</source>
      <translation>%1 als Auswahl anbieten</translation>
    </message>
    <message>
      <source>Offer all of them</source>
      <translation>Alle anbieten</translation>
    </message>
    <message>
      <source>Offer in %1 only what fits %2</source>
      <translation>In %1 nur anbieten, was zu %2 passt</translation>
    </message>
    <message>
      <source>Offers</source>
      <translation>Angebot</translation>
    </message>
    <message>
      <source>Offers only</source>
      <translation>Bietet nur an</translation>
    </message>
    <message>
      <source>On this screen only.</source>
      <translation>Nur auf dieser Maske.</translation>
    </message>
    <message>
      <source>One of</source>
      <translation>Eines von</translation>
    </message>
    <message>
      <source>One of the values cannot be filtered by.</source>
      <translation>Nach einem der Werte lässt sich nicht filtern.</translation>
    </message>
    <message>
      <source>One step: undo puts everything back.</source>
      <translation>Ein Schritt: Rückgängig stellt alles wieder her.</translation>
    </message>
    <message>
      <source>Only %1  ✕</source>
      <translation>Nur %1  ✕</translation>
    </message>
    <message>
      <source>Only a spreadsheet has lines that are no records</source>
      <translation>Nur eine Tabelle hat Zeilen, die keine Datensätze sind</translation>
    </message>
    <message>
      <source>Only add records</source>
      <translation>Nur Datensätze anlegen</translation>
    </message>
    <message>
      <source>Only change records</source>
      <translation>Nur Datensätze ändern</translation>
    </message>
    <message>
      <source>Only in records for which this is true: kind = 'boat'</source>
      <translation>Nur in Datensätzen, für die dies wahr ist: kind = 'boat'</translation>
    </message>
    <message>
      <source>Only numbers, dates and times have a format.</source>
      <translation>Nur Zahlen, Daten und Zeiten haben ein Format.</translation>
    </message>
    <message>
      <source>Only on this screen</source>
      <translation>Nur auf dieser Maske</translation>
    </message>
    <message>
      <source>Only show it</source>
      <translation>Nur zeigen</translation>
    </message>
    <message>
      <source>Only some of the records: by values, limits or an expression (F8)</source>
      <translation>Nur ein Teil der Datensätze: nach Werten, Grenzen oder einem Ausdruck (F8)</translation>
    </message>
    <message>
      <source>Only the first %1 different values.</source>
      <translation>Nur die ersten %1 verschiedenen Werte.</translation>
    </message>
    <message>
      <source>Only the first %1 were taken; a longer list belongs into a table with a lookup.</source>
      <translation>Nur die ersten %1 wurden genommen; eine längere Liste gehört in eine Tabelle mit Nachschlagen.</translation>
    </message>
    <message>
      <source>Only the first of them is shown.</source>
      <translation>Nur das erste davon wird gezeigt.</translation>
    </message>
    <message>
      <source>Only these records</source>
      <translation>Nur diese Datensätze</translation>
    </message>
    <message>
      <source>Only those with</source>
      <translation>Nur die mit</translation>
    </message>
    <message>
      <source>Only when</source>
      <translation>Nur wenn</translation>
    </message>
    <message>
      <source>Only where</source>
      <translation>Nur wo</translation>
    </message>
    <message>
      <source>Only while this is true: status &lt;&gt; 'closed'</source>
      <translation>Nur solange dies wahr ist: status &lt;&gt; 'closed'</translation>
    </message>
    <message>
      <source>Open</source>
      <translation>Öffnen</translation>
    </message>
    <message>
      <source>Open %1</source>
      <translation>%1 öffnen</translation>
    </message>
    <message>
      <source>Open %1 of last time</source>
      <translation>%1 von zuletzt öffnen</translation>
    </message>
    <message>
      <source>Open %1 with the desktop's program for it (%2)?</source>
      <translation>%1 mit dem dafür vorgesehenen Programm öffnen (%2)?</translation>
    </message>
    <message>
      <source>Open %1?</source>
      <translation>%1 öffnen?</translation>
    </message>
    <message>
      <source>Open a file</source>
      <translation>Eine Datei öffnen</translation>
    </message>
    <message>
      <source>Open a link</source>
      <translation>Verweis öffnen</translation>
    </message>
    <message>
      <source>Open a project</source>
      <translation>Projekt öffnen</translation>
    </message>
    <message>
      <source>Open a project…</source>
      <translation>Projekt öffnen…</translation>
    </message>
    <message>
      <source>Open edits</source>
      <translation>Offene Fenster</translation>
    </message>
    <message>
      <source>Open edits  none</source>
      <translation>Offene Fenster  keine</translation>
    </message>
    <message>
      <source>Open in window</source>
      <translation>In Fenster öffnen</translation>
    </message>
    <message>
      <source>Open it</source>
      <translation>Öffnen</translation>
    </message>
    <message>
      <source>Open only what comes from somebody you know. What it may do in the database is what your account may.</source>
      <translation>Öffnen Sie nur, was von jemandem kommt, den Sie kennen. In der Datenbank darf es, was Ihr Konto darf.</translation>
    </message>
    <message>
      <source>Open project</source>
      <translation>Projekt öffnen</translation>
    </message>
    <message>
      <source>Open the demonstration</source>
      <translation>Beispiel öffnen</translation>
    </message>
    <message>
      <source>Open the record</source>
      <translation>Den Datensatz öffnen</translation>
    </message>
    <message>
      <source>Open this link</source>
      <translation>Diesen Link öffnen</translation>
    </message>
    <message>
      <source>Opening %1…</source>
      <translation>%1 wird geöffnet…</translation>
    </message>
    <message>
      <source>Open…</source>
      <translation>Öffnen…</translation>
    </message>
    <message>
      <source>Order</source>
      <translation>Reihenfolge</translation>
    </message>
    <message>
      <source>Other records refer to it.</source>
      <translation>Andere Datensätze verweisen darauf.</translation>
    </message>
    <message>
      <source>Other records…</source>
      <translation>Andere Datensätze…</translation>
    </message>
    <message>
      <source>Otherwise here</source>
      <translation>Hier anders</translation>
    </message>
    <message>
      <source>Otherwise it is known until Gravin is closed. It is never written into the project.</source>
      <translation>Sonst ist es bekannt, bis Gravin geschlossen wird. Ins Projekt wird es nie geschrieben.</translation>
    </message>
    <message>
      <source>Otherwise they keep what they hold</source>
      <translation>Sonst behalten sie, was sie enthalten</translation>
    </message>
    <message>
      <source>Overwrite them</source>
      <translation>Sie überschreiben</translation>
    </message>
    <message>
      <source>Overwrite these</source>
      <translation>Diese überschreiben</translation>
    </message>
    <message>
      <source>PDF file…</source>
      <translation>PDF-Datei…</translation>
    </message>
    <message>
      <source>Page</source>
      <translation>Seite</translation>
    </message>
    <message>
      <source>Page margin</source>
      <translation>Seitenrand</translation>
    </message>
    <message>
      <source>Pages behind these are not shown here.</source>
      <translation>Seiten dahinter werden hier nicht gezeigt.</translation>
    </message>
    <message>
      <source>Parameter</source>
      <translation>Parameter</translation>
    </message>
    <message>
      <source>Parent with children</source>
      <translation>Übergeordneter mit Untergeordneten</translation>
    </message>
    <message>
      <source>Part of how %1 is sorted and grouped.</source>
      <translation>Ein Teil dessen, wie %1 sortiert und gruppiert wird.</translation>
    </message>
    <message>
      <source>Parts of the guide</source>
      <translation>Teile des Handbuchs</translation>
    </message>
    <message>
      <source>Password</source>
      <translation>Kennwort</translation>
    </message>
    <message>
      <source>Password for %1</source>
      <translation>Kennwort für %1</translation>
    </message>
    <message>
      <source>Paste</source>
      <translation>Einfügen</translation>
    </message>
    <message>
      <source>Pasted %1 into %2.</source>
      <translation>%1 in %2 eingefügt.</translation>
    </message>
    <message>
      <source>Pattern</source>
      <translation>Muster</translation>
    </message>
    <message>
      <source>People may</source>
      <translation>Man darf</translation>
    </message>
    <message>
      <source>Pick a time (F4)</source>
      <translation>Eine Uhrzeit wählen (F4)</translation>
    </message>
    <message>
      <source>Pick from a calendar (F4)</source>
      <translation>Aus einem Kalender wählen (F4)</translation>
    </message>
    <message>
      <source>Picture</source>
      <translation>Bild</translation>
    </message>
    <message>
      <source>Picture of %1 × %2</source>
      <translation>Bild, %1 × %2</translation>
    </message>
    <message>
      <source>Picture or file</source>
      <translation>Bild oder Datei</translation>
    </message>
    <message>
      <source>Pictures and files</source>
      <translation>Bilder und Dateien</translation>
    </message>
    <message>
      <source>Pictures and other binary values cannot be typed.</source>
      <translation>Bilder und andere binäre Werte lassen sich nicht tippen.</translation>
    </message>
    <message>
      <source>Pin</source>
      <translation>Anheften</translation>
    </message>
    <message>
      <source>Position %1: %2</source>
      <translation>Stelle %1: %2</translation>
    </message>
    <message>
      <source>PostgreSQL keeps no text with a null character in it.</source>
      <translation>PostgreSQL nimmt keinen Text mit einem Nullzeichen auf.</translation>
    </message>
    <message>
      <source>PostgreSQL server</source>
      <translation>PostgreSQL-Server</translation>
    </message>
    <message>
      <source>Press %1, type cooper and press Return: the list goes there. A click on any row does, too.</source>
      <translation>%1 drücken, cooper eintippen und die Eingabetaste drücken: Die Liste geht dorthin. Ein Klick auf irgendeine Zeile tut es auch.</translation>
    </message>
    <message>
      <source>Previous record</source>
      <translation>Voriger Datensatz</translation>
    </message>
    <message>
      <source>Print</source>
      <translation>Drucken</translation>
    </message>
    <message>
      <source>Print %1</source>
      <translation>%1 drucken</translation>
    </message>
    <message>
      <source>Print into a file</source>
      <translation>In eine Datei drucken</translation>
    </message>
    <message>
      <source>Printed %1 to %2: %3.</source>
      <translation>%1 nach %2 gedruckt: %3.</translation>
    </message>
    <message>
      <source>Printer…</source>
      <translation>Drucker…</translation>
    </message>
    <message>
      <source>Printing…</source>
      <translation>Druckt…</translation>
    </message>
    <message>
      <source>Print…</source>
      <translation>Drucken…</translation>
    </message>
    <message>
      <source>Project</source>
      <translation>Projekt</translation>
    </message>
    <message>
      <source>Project file</source>
      <translation>Projektdatei</translation>
    </message>
    <message>
      <source>Project settings</source>
      <translation>Projekteinstellungen</translation>
    </message>
    <message>
      <source>Project settings…</source>
      <translation>Projekteinstellungen…</translation>
    </message>
    <message>
      <source>Projects (*.gravin)</source>
      <translation>Projekte (*.gravin)</translation>
    </message>
    <message>
      <source>Projects of late</source>
      <translation>Projekte der letzten Zeit</translation>
    </message>
    <message>
      <source>Proposal</source>
      <translation>Vorschlag</translation>
    </message>
    <message>
      <source>Proposals</source>
      <translation>Vorschläge</translation>
    </message>
    <message>
      <source>Protection</source>
      <translation>Schutz</translation>
    </message>
    <message>
      <source>Qt's driver for %1 is not installed.</source>
      <translation>Qts Treiber für %1 ist nicht installiert.</translation>
    </message>
    <message>
      <source>Quit</source>
      <translation>Beenden</translation>
    </message>
    <message>
      <source>Radio buttons</source>
      <translation>Optionsfelder</translation>
    </message>
    <message>
      <source>Range</source>
      <translation>Bereich</translation>
    </message>
    <message>
      <source>Reached while this holds</source>
      <translation>Erreicht, solange dies gilt</translation>
    </message>
    <message>
      <source>Reached: %1</source>
      <translation>Erreicht: %1</translation>
    </message>
    <message>
      <source>Read again</source>
      <translation>Noch einmal lesen</translation>
    </message>
    <message>
      <source>Read choices from a text or CSV file</source>
      <translation>Auswahl aus einer Text- oder CSV-Datei lesen</translation>
    </message>
    <message>
      <source>Read from a file…</source>
      <translation>Aus einer Datei lesen…</translation>
    </message>
    <message>
      <source>Read from the database just now, key %1. Edits that are not saved stand under “Shown here”.</source>
      <translation>Eben aus der Datenbank gelesen, Schlüssel %1. Nicht gespeicherte Änderungen stehen unter „Hier gezeigt“.</translation>
    </message>
    <message>
      <source>Read it only</source>
      <translation>Nur lesen</translation>
    </message>
    <message>
      <source>Read records by their keys</source>
      <translation>Datensätze nach ihren Schlüsseln lesen</translation>
    </message>
    <message>
      <source>Read the keys, in order</source>
      <translation>Die Schlüssel lesen, der Reihe nach</translation>
    </message>
    <message>
      <source>Read the structure again</source>
      <translation>Struktur neu lesen</translation>
    </message>
    <message>
      <source>Read-only text</source>
      <translation>Text, nur lesbar</translation>
    </message>
    <message>
      <source>Reading %1 again: %2</source>
      <translation>%1 wird noch einmal gelesen: %2</translation>
    </message>
    <message>
      <source>Reading the file…</source>
      <translation>Die Datei wird gelesen…</translation>
    </message>
    <message>
      <source>Reading the file… %1 rows</source>
      <translation>Die Datei wird gelesen… %1 Zeilen</translation>
    </message>
    <message>
      <source>Reading the picture…</source>
      <translation>Das Bild wird gelesen…</translation>
    </message>
    <message>
      <source>Reading…</source>
      <translation>Wird gelesen…</translation>
    </message>
    <message>
      <source>Reads</source>
      <translation>Liest</translation>
    </message>
    <message>
      <source>Reason</source>
      <translation>Grund</translation>
    </message>
    <message>
      <source>Record</source>
      <translation>Datensatz</translation>
    </message>
    <message>
      <source>Record %1: %2</source>
      <translation>Datensatz %1: %2</translation>
    </message>
    <message>
      <source>Record and field</source>
      <translation>Datensatz und Feld</translation>
    </message>
    <message>
      <source>Record deleted</source>
      <translation>Datensatz gelöscht</translation>
    </message>
    <message>
      <source>Records</source>
      <translation>Datensätze</translation>
    </message>
    <message>
      <source>Records are known by</source>
      <translation>Datensätze erkennt man an</translation>
    </message>
    <message>
      <source>Records are saved without it, and nobody can type there.</source>
      <translation>Datensätze werden ohne es gespeichert, und niemand kann dort tippen.</translation>
    </message>
    <message>
      <source>Records are saved without it.</source>
      <translation>Datensätze werden ohne es gespeichert.</translation>
    </message>
    <message>
      <source>Records are to be found by %1, which no column of the file goes to.</source>
      <translation>Datensätze sollen nach %1 gefunden werden, wohin keine Spalte der Datei geht.</translation>
    </message>
    <message>
      <source>Records are told apart by %1 there, and by %2 here.</source>
      <translation>Datensätze werden dort durch %1 unterschieden und hier durch %2.</translation>
    </message>
    <message>
      <source>Records as they were</source>
      <translation>Datensätze, wie sie waren</translation>
    </message>
    <message>
      <source>Records have the key %1 there; here they have none.</source>
      <translation>Datensätze haben dort den Schlüssel %1; hier haben sie keinen.</translation>
    </message>
    <message>
      <source>Records of</source>
      <translation>Datensätze von</translation>
    </message>
    <message>
      <source>Records of this list have unsaved edits. Save or discard them before it is asked for others.</source>
      <translation>Datensätze dieser Liste haben ungespeicherte Änderungen. Speichern oder verwerfen Sie sie, bevor nach anderen gefragt wird.</translation>
    </message>
    <message>
      <source>Records that belong here although the database does not say so</source>
      <translation>Datensätze, die hierher gehören, obwohl die Datenbank es nicht sagt</translation>
    </message>
    <message>
      <source>Records that meet a condition are tinted and bear its words, for example late while: due &lt; CURRENT_DATE. With a field, only that field is. A colour is written #A3263B.</source>
      <translation>Datensätze, die eine Bedingung erfüllen, werden getönt und tragen ihre Worte, zum Beispiel „überfällig“ solange: due &lt; CURRENT_DATE. Mit einem Feld nur dieses. Eine Farbe schreibt man #A3263B.</translation>
    </message>
    <message>
      <source>Records that the file lacks</source>
      <translation>Datensätze, die in der Datei fehlen</translation>
    </message>
    <message>
      <source>Records to choose from</source>
      <translation>Datensätze zur Wahl</translation>
    </message>
    <message>
      <source>Records were changed meanwhile.</source>
      <translation>Datensätze wurden inzwischen geändert.</translation>
    </message>
    <message>
      <source>Records were changed since this was planned. Nothing was rolled back; look at the plan again.</source>
      <translation>Datensätze wurden geändert, seit dies geplant wurde. Nichts wurde zurückgerollt; sehen Sie sich den Plan noch einmal an.</translation>
    </message>
    <message>
      <source>Records were changed since.</source>
      <translation>Datensätze wurden seither geändert.</translation>
    </message>
    <message>
      <source>Records without it cannot be saved.</source>
      <translation>Datensätze ohne es lassen sich nicht speichern.</translation>
    </message>
    <message>
      <source>Redo</source>
      <translation>Wiederholen</translation>
    </message>
    <message>
      <source>Redo %1</source>
      <translation>%1 wiederholen</translation>
    </message>
    <message>
      <source>Redo the next edit</source>
      <translation>Nächste Änderung wiederholen</translation>
    </message>
    <message>
      <source>References may point nowhere. A check of the project can see to it.</source>
      <translation>Verweise können ins Leere zeigen. Eine Prüfung des Projekts kann darauf achten.</translation>
    </message>
    <message>
      <source>Refers to</source>
      <translation>Verweist auf</translation>
    </message>
    <message>
      <source>Refresh now</source>
      <translation>Jetzt neu lesen</translation>
    </message>
    <message>
      <source>Refused</source>
      <translation>Abgelehnt</translation>
    </message>
    <message>
      <source>Refused (%1)</source>
      <translation>Abgelehnt (%1)</translation>
    </message>
    <message>
      <source>Related to</source>
      <translation>Bezogen auf</translation>
    </message>
    <message>
      <source>Remove</source>
      <translation>Entfernen</translation>
    </message>
    <message>
      <source>Remove it</source>
      <translation>Entfernen</translation>
    </message>
    <message>
      <source>Remove the condition</source>
      <translation>Bedingung entfernen</translation>
    </message>
    <message>
      <source>Remove the default</source>
      <translation>Vorgabe entfernen</translation>
    </message>
    <message>
      <source>Remove the format</source>
      <translation>Format entfernen</translation>
    </message>
    <message>
      <source>Remove the step</source>
      <translation>Schritt entfernen</translation>
    </message>
    <message>
      <source>Remove the tag</source>
      <translation>Marke entfernen</translation>
    </message>
    <message>
      <source>Remove them</source>
      <translation>Sie entfernen</translation>
    </message>
    <message>
      <source>Remove this screen</source>
      <translation>Diese Maske entfernen</translation>
    </message>
    <message>
      <source>Replace the file</source>
      <translation>Datei ersetzen</translation>
    </message>
    <message>
      <source>Require %1</source>
      <translation>%1 verlangen</translation>
    </message>
    <message>
      <source>Required</source>
      <translation>Pflicht</translation>
    </message>
    <message>
      <source>Required from now on</source>
      <translation>Ab jetzt Pflicht</translation>
    </message>
    <message>
      <source>Required if</source>
      <translation>Pflicht wenn</translation>
    </message>
    <message>
      <source>Required too while this is true: status = 'done'</source>
      <translation>Pflicht auch, solange dies wahr ist: status = 'done'</translation>
    </message>
    <message>
      <source>Reset the demonstration</source>
      <translation>Beispiel zurücksetzen</translation>
    </message>
    <message>
      <source>Return or a click shows the next ones</source>
      <translation>Eingabe oder ein Klick zeigt die nächsten</translation>
    </message>
    <message>
      <source>Return to now</source>
      <translation>Zurück zu jetzt</translation>
    </message>
    <message>
      <source>Return to now (Esc)</source>
      <translation>Zurück zu jetzt (Esc)</translation>
    </message>
    <message>
      <source>Role</source>
      <translation>Rolle</translation>
    </message>
    <message>
      <source>Role %1</source>
      <translation>Rolle %1</translation>
    </message>
    <message>
      <source>Roles</source>
      <translation>Rollen</translation>
    </message>
    <message>
      <source>Roll back</source>
      <translation>Zurückrollen</translation>
    </message>
    <message>
      <source>Roll back %1</source>
      <translation>%1 zurückrollen</translation>
    </message>
    <message>
      <source>Roll back all changes</source>
      <translation>Alle Änderungen zurückrollen</translation>
    </message>
    <message>
      <source>Roll back all that %1 did since change %2…</source>
      <translation>Alles zurückrollen, was %1 seit Änderung %2 tat…</translation>
    </message>
    <message>
      <source>Roll back all…</source>
      <translation>Alles zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back change %1 and everything since…</source>
      <translation>Änderung %1 und alles seither zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back everything since change %1…</source>
      <translation>Alles seit Änderung %1 zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back own changes</source>
      <translation>Eigene Änderungen zurückrollen</translation>
    </message>
    <message>
      <source>Roll back the last save…</source>
      <translation>Das letzte Speichern zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back the selected changes</source>
      <translation>Die markierten Änderungen zurückrollen</translation>
    </message>
    <message>
      <source>Roll back these records…</source>
      <translation>Diese Datensätze zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back this field only…</source>
      <translation>Nur dieses Feld zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back this record only…</source>
      <translation>Nur diesen Datensatz zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back to here…</source>
      <translation>Bis hierher zurückrollen…</translation>
    </message>
    <message>
      <source>Roll back…</source>
      <translation>Zurückrollen…</translation>
    </message>
    <message>
      <source>Rolled back %1 of %2: change %3.</source>
      <translation>%1 von %2 zurückgerollt: Änderung %3.</translation>
    </message>
    <message>
      <source>Rolling back</source>
      <translation>Zurückrollen</translation>
    </message>
    <message>
      <source>Rolling back…</source>
      <translation>Es wird zurückgerollt…</translation>
    </message>
    <message>
      <source>Rolling back… %1 so far</source>
      <translation>Es wird zurückgerollt… bisher %1</translation>
    </message>
    <message>
      <source>Routine</source>
      <translation>Routine</translation>
    </message>
    <message>
      <source>Routines of the database by which records are written: %1.</source>
      <translation>Routinen der Datenbank, durch die Datensätze geschrieben werden: %1.</translation>
    </message>
    <message>
      <source>Row</source>
      <translation>Zeile</translation>
    </message>
    <message>
      <source>Row %1</source>
      <translation>Zeile %1</translation>
    </message>
    <message>
      <source>Row %1 cannot be read: %2.</source>
      <translation>Zeile %1 lässt sich nicht lesen: %2.</translation>
    </message>
    <message>
      <source>Row %1 has a cell that is too large.</source>
      <translation>Zeile %1 hat eine zu große Zelle.</translation>
    </message>
    <message>
      <source>Row %1 has more than %2 cells.</source>
      <translation>Zeile %1 hat mehr als %2 Zellen.</translation>
    </message>
    <message>
      <source>Row %1 is longer than 64 MB. Is a quote never closed?</source>
      <translation>Zeile %1 ist länger als 64 MB. Wird ein Anführungszeichen nie geschlossen?</translation>
    </message>
    <message>
      <source>Row %1 is refused and does not say which record it means, so that nobody knows what the file lacks. Mend it first.</source>
      <translation>Zeile %1 wird abgelehnt und sagt nicht, welchen Datensatz sie meint; so weiß niemand, was in der Datei fehlt. Berichtigen Sie sie zuerst.</translation>
    </message>
    <message>
      <source>Row %1: %2</source>
      <translation>Zeile %1: %2</translation>
    </message>
    <message>
      <source>Row actions</source>
      <translation>Zeilenaktionen</translation>
    </message>
    <message>
      <source>Row height</source>
      <translation>Zeilenhöhe</translation>
    </message>
    <message>
      <source>Rows</source>
      <translation>Zeilen</translation>
    </message>
    <message>
      <source>Rows are read from files that end with .csv, .tsv, .txt, .xlsx, .ods or .json.</source>
      <translation>Zeilen werden aus Dateien gelesen, die auf .csv, .tsv, .txt, .xlsx, .ods oder .json enden.</translation>
    </message>
    <message>
      <source>Rows within rows</source>
      <translation>Zeilen in Zeilen</translation>
    </message>
    <message>
      <source>Run a kept bulk update</source>
      <translation>Behaltene Massenänderung ausführen</translation>
    </message>
    <message>
      <source>Run nothing after saving</source>
      <translation>Nach dem Speichern nichts laufen lassen</translation>
    </message>
    <message>
      <source>SELECT</source>
      <translation>SELECT</translation>
    </message>
    <message>
      <source>SELECTs of its own, which can only read: %1.</source>
      <translation>Eigene SELECTs, die nur lesen können: %1.</translation>
    </message>
    <message>
      <source>SQL (*.sql)</source>
      <translation>SQL (*.sql)</translation>
    </message>
    <message>
      <source>SQLite databases (*.db)</source>
      <translation>SQLite-Datenbanken (*.db)</translation>
    </message>
    <message>
      <source>SQLite file</source>
      <translation>SQLite-Datei</translation>
    </message>
    <message>
      <source>SQLite keeps about %1 digits of a number; %2 has more.</source>
      <translation>SQLite behält etwa %1 Stellen einer Zahl; %2 hat mehr.</translation>
    </message>
    <message>
      <source>Said to the person who fills the field in</source>
      <translation>Wird dem gesagt, der das Feld ausfüllt</translation>
    </message>
    <message>
      <source>Save</source>
      <translation>Speichern</translation>
    </message>
    <message>
      <source>Save %1</source>
      <translation>%1 speichern</translation>
    </message>
    <message>
      <source>Save all</source>
      <translation>Alle speichern</translation>
    </message>
    <message>
      <source>Save all drafts</source>
      <translation>Alle Entwürfe speichern</translation>
    </message>
    <message>
      <source>Save all of this screen</source>
      <translation>Alles dieser Maske speichern</translation>
    </message>
    <message>
      <source>Save all the same</source>
      <translation>Trotzdem speichern</translation>
    </message>
    <message>
      <source>Save all: %1</source>
      <translation>Alle speichern: %1</translation>
    </message>
    <message>
      <source>Save and leave</source>
      <translation>Speichern und gehen</translation>
    </message>
    <message>
      <source>Save as a file</source>
      <translation>Als Datei speichern</translation>
    </message>
    <message>
      <source>Save as a file…</source>
      <translation>Als Datei speichern…</translation>
    </message>
    <message>
      <source>Save or discard what is edited in %1 first.</source>
      <translation>Zuerst speichern oder verwerfen, was in %1 bearbeitet wird.</translation>
    </message>
    <message>
      <source>Save project</source>
      <translation>Projekt speichern</translation>
    </message>
    <message>
      <source>Save record</source>
      <translation>Datensatz speichern</translation>
    </message>
    <message>
      <source>Save the record first.</source>
      <translation>Speichern Sie zuerst den Datensatz.</translation>
    </message>
    <message>
      <source>Save the record that these lines belong to first.</source>
      <translation>Speichern Sie zuerst den Datensatz, zu dem diese Positionen gehören.</translation>
    </message>
    <message>
      <source>Save the refused rows</source>
      <translation>Abgelehnte Zeilen speichern</translation>
    </message>
    <message>
      <source>Save the refused rows…</source>
      <translation>Abgelehnte Zeilen speichern…</translation>
    </message>
    <message>
      <source>Save the text</source>
      <translation>Text speichern</translation>
    </message>
    <message>
      <source>Save this record (Ctrl+S)</source>
      <translation>Diesen Datensatz speichern (Strg+S)</translation>
    </message>
    <message>
      <source>Saved %1 as one: change %2.</source>
      <translation>%1 als eines gespeichert: Änderung %2.</translation>
    </message>
    <message>
      <source>Saved %1 to %2. Mend them there and import that file.</source>
      <translation>%1 in %2 gespeichert. Dort berichtigen und diese Datei importieren.</translation>
    </message>
    <message>
      <source>Saved %1: %2, change %3.</source>
      <translation>%1 gespeichert: %2, Änderung %3.</translation>
    </message>
    <message>
      <source>Saved the project to %1.</source>
      <translation>Das Projekt in %1 gespeichert.</translation>
    </message>
    <message>
      <source>Saved the project to %1. It is not signed any more: gravin sign signs it anew.</source>
      <translation>Das Projekt wurde in %1 gespeichert. Es ist nicht mehr unterschrieben: gravin sign unterschreibt es neu.</translation>
    </message>
    <message>
      <source>Saved to %1.</source>
      <translation>In %1 gespeichert.</translation>
    </message>
    <message>
      <source>Saves</source>
      <translation>Speichert</translation>
    </message>
    <message>
      <source>Saves the project with it and opens it anew</source>
      <translation>Speichert das Projekt damit und öffnet es neu</translation>
    </message>
    <message>
      <source>Saves what is edited on this screen as one change, all or nothing (Ctrl+Shift+S)</source>
      <translation>Speichert, was auf dieser Maske bearbeitet ist, als eine Änderung, alles oder nichts (Strg+Umschalt+S)</translation>
    </message>
    <message>
      <source>Saving…</source>
      <translation>Wird gespeichert…</translation>
    </message>
    <message>
      <source>Say a text.</source>
      <translation>Nennen Sie einen Text.</translation>
    </message>
    <message>
      <source>Say a value.</source>
      <translation>Nennen Sie einen Wert.</translation>
    </message>
    <message>
      <source>Say by which fields a row finds its record; otherwise nobody knows what the file lacks.</source>
      <translation>Sagen Sie, an welchen Feldern eine Zeile ihren Datensatz findet; sonst weiß niemand, was in der Datei fehlt.</translation>
    </message>
    <message>
      <source>Say by which fields a row finds the record that it changes.</source>
      <translation>Sagen, nach welchen Feldern eine Zeile den Datensatz findet, den sie ändert.</translation>
    </message>
    <message>
      <source>Say by which fields its records are known to change them.</source>
      <translation>Sagen Sie, an welchen Feldern man ihre Datensätze erkennt, um sie zu ändern.</translation>
    </message>
    <message>
      <source>Say into which file.</source>
      <translation>Sagen, in welche Datei.</translation>
    </message>
    <message>
      <source>Say what %1 gets.</source>
      <translation>Sagen Sie, was %1 bekommt.</translation>
    </message>
    <message>
      <source>Say where to keep the project.</source>
      <translation>Sagen Sie, wo das Projekt liegen soll.</translation>
    </message>
    <message>
      <source>Say which field %1 gets for %2.</source>
      <translation>Sagen Sie, welches Feld %1 für %2 bekommt.</translation>
    </message>
    <message>
      <source>Say which fields stand on a card.</source>
      <translation>Sagen Sie, welche Felder auf einer Karte stehen.</translation>
    </message>
    <message>
      <source>Screen</source>
      <translation>Maske</translation>
    </message>
    <message>
      <source>Screen %1</source>
      <translation>Maske %1</translation>
    </message>
    <message>
      <source>Screen settings…</source>
      <translation>Maskeneinstellungen…</translation>
    </message>
    <message>
      <source>Screens</source>
      <translation>Masken</translation>
    </message>
    <message>
      <source>Screens that show it stay empty.</source>
      <translation>Masken, die es zeigen, bleiben leer.</translation>
    </message>
    <message>
      <source>Screen…</source>
      <translation>Maske…</translation>
    </message>
    <message>
      <source>Search</source>
      <translation>Suchen</translation>
    </message>
    <message>
      <source>Search the guide</source>
      <translation>Im Handbuch suchen</translation>
    </message>
    <message>
      <source>Search the log</source>
      <translation>Im Protokoll suchen</translation>
    </message>
    <message>
      <source>Search the records as they were</source>
      <translation>Die Datensätze durchsuchen, wie sie waren</translation>
    </message>
    <message>
      <source>Search these records</source>
      <translation>Diese Datensätze durchsuchen</translation>
    </message>
    <message>
      <source>Search, or write a condition after =</source>
      <translation>Suchen, oder nach = eine Bedingung schreiben</translation>
    </message>
    <message>
      <source>Searching…</source>
      <translation>Es wird gesucht…</translation>
    </message>
    <message>
      <source>Section</source>
      <translation>Abschnitt</translation>
    </message>
    <message>
      <source>Section %1</source>
      <translation>Abschnitt %1</translation>
    </message>
    <message>
      <source>Section without a title</source>
      <translation>Abschnitt ohne Titel</translation>
    </message>
    <message>
      <source>See the plan, then take everything back</source>
      <translation>Den Plan ansehen, dann alles zurücknehmen</translation>
    </message>
    <message>
      <source>See what was done to it</source>
      <translation>Sehen, was damit geschah</translation>
    </message>
    <message>
      <source>Select all records</source>
      <translation>Alle Datensätze markieren</translation>
    </message>
    <message>
      <source>Select steps that something stands in the way of.</source>
      <translation>Markieren Sie Schritte, denen etwas im Wege steht.</translation>
    </message>
    <message>
      <source>Select the cells to fill, with the one to fill from on top.</source>
      <translation>Markieren Sie die zu füllenden Zellen, oben die, aus der gefüllt wird.</translation>
    </message>
    <message>
      <source>Separator</source>
      <translation>Trennzeichen</translation>
    </message>
    <message>
      <source>Set</source>
      <translation>Setzen</translation>
    </message>
    <message>
      <source>Set %1 to the day of adding</source>
      <translation>%1 auf den Tag des Hinzufügens setzen</translation>
    </message>
    <message>
      <source>Set fields</source>
      <translation>Felder setzen</translation>
    </message>
    <message>
      <source>Setting</source>
      <translation>Einstellung</translation>
    </message>
    <message>
      <source>Settings that both of you changed: %1. Choose what counts for each; the others go together.</source>
      <translation>Einstellungen, die Sie beide geändert haben: %1. Wählen Sie für jede, was gilt; die anderen passen zusammen.</translation>
    </message>
    <message>
      <source>Settings that differ</source>
      <translation>Einstellungen, die sich unterscheiden</translation>
    </message>
    <message>
      <source>Shape</source>
      <translation>Gestalten</translation>
    </message>
    <message>
      <source>Shape the children</source>
      <translation>Untergeordnete gestalten</translation>
    </message>
    <message>
      <source>Shape the form</source>
      <translation>Formular gestalten</translation>
    </message>
    <message>
      <source>Shape the grid</source>
      <translation>Raster gestalten</translation>
    </message>
    <message>
      <source>Shape the screen</source>
      <translation>Die Maske gestalten</translation>
    </message>
    <message>
      <source>Shape what their rows show</source>
      <translation>Gestalten, was ihre Zeilen zeigen</translation>
    </message>
    <message>
      <source>Sheet</source>
      <translation>Blatt</translation>
    </message>
    <message>
      <source>Show %1 as long text</source>
      <translation>%1 als langen Text zeigen</translation>
    </message>
    <message>
      <source>Show %1 instead</source>
      <translation>Stattdessen %1 zeigen</translation>
    </message>
    <message>
      <source>Show all</source>
      <translation>Alles zeigen</translation>
    </message>
    <message>
      <source>Show all records again</source>
      <translation>Wieder alle Datensätze zeigen</translation>
    </message>
    <message>
      <source>Show as stored</source>
      <translation>Wie gespeichert zeigen</translation>
    </message>
    <message>
      <source>Show it always</source>
      <translation>Immer zeigen</translation>
    </message>
    <message>
      <source>Show it as %1</source>
      <translation>Als %1 zeigen</translation>
    </message>
    <message>
      <source>Show no such children</source>
      <translation>Keine solchen Untergeordneten zeigen</translation>
    </message>
    <message>
      <source>Show the field in grid and form</source>
      <translation>Das Feld in Raster und Formular zeigen</translation>
    </message>
    <message>
      <source>Show the next record</source>
      <translation>Nächsten Datensatz zeigen</translation>
    </message>
    <message>
      <source>Show the screen</source>
      <translation>Die Maske zeigen</translation>
    </message>
    <message>
      <source>Show the screen as it was after change %1</source>
      <translation>Die Maske zeigen, wie sie nach Änderung %1 war</translation>
    </message>
    <message>
      <source>Show the screen as it was before change %1</source>
      <translation>Die Maske zeigen, wie sie vor Änderung %1 war</translation>
    </message>
    <message>
      <source>Show the whole text</source>
      <translation>Den ganzen Text zeigen</translation>
    </message>
    <message>
      <source>Show them</source>
      <translation>Sie zeigen</translation>
    </message>
    <message>
      <source>Show these fields again</source>
      <translation>Diese Felder wieder zeigen</translation>
    </message>
    <message>
      <source>Show this table</source>
      <translation>Diese Tabelle zeigen</translation>
    </message>
    <message>
      <source>Show what a SELECT of your own answers, like a table.</source>
      <translation>Zeigen, was ein eigenes SELECT antwortet, wie eine Tabelle.</translation>
    </message>
    <message>
      <source>Shown</source>
      <translation>Gezeigt</translation>
    </message>
    <message>
      <source>Shown as</source>
      <translation>Gezeigt als</translation>
    </message>
    <message>
      <source>Shown fields of %1</source>
      <translation>Gezeigte Felder von %1</translation>
    </message>
    <message>
      <source>Shown fields…</source>
      <translation>Gezeigte Felder…</translation>
    </message>
    <message>
      <source>Shown first</source>
      <translation>Zuerst gezeigt</translation>
    </message>
    <message>
      <source>Shown first when the project is opened</source>
      <translation>Wird beim Öffnen des Projekts zuerst gezeigt</translation>
    </message>
    <message>
      <source>Shown here</source>
      <translation>Hier gezeigt</translation>
    </message>
    <message>
      <source>Shown, sorted and filtered by like a column, and never written. For example days_left, computed from: due - CURRENT_DATE</source>
      <translation>Gezeigt, sortiert und gefiltert wie eine Spalte, und nie geschrieben. Zum Beispiel days_left, berechnet aus: due - CURRENT_DATE</translation>
    </message>
    <message>
      <source>Shows the table %1</source>
      <translation>Zeigt die Tabelle %1</translation>
    </message>
    <message>
      <source>Sign</source>
      <translation>Unterschreiben</translation>
    </message>
    <message>
      <source>Sign here with a mouse, a pen or a finger</source>
      <translation>Hier mit Maus, Stift oder Finger unterschreiben</translation>
    </message>
    <message>
      <source>Signature</source>
      <translation>Unterschrift</translation>
    </message>
    <message>
      <source>Sign…</source>
      <translation>Unterschreiben…</translation>
    </message>
    <message>
      <source>Simulated camera: this machine has none</source>
      <translation>Nachgestellte Kamera: dieser Rechner hat keine</translation>
    </message>
    <message>
      <source>Size: %1</source>
      <translation>Größe: %1</translation>
    </message>
    <message>
      <source>Skip this step</source>
      <translation>Schritt überspringen</translation>
    </message>
    <message>
      <source>Smallest and largest</source>
      <translation>Kleinster und größter</translation>
    </message>
    <message>
      <source>So it would not be among the records of %1 that your role lets you work on. Nothing was changed.</source>
      <translation>So wäre er nicht unter den Datensätzen von %1, an denen Ihre Rolle Sie arbeiten lässt. Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>Some rows are refused. Leave them out, or mend the file.</source>
      <translation>Einige Zeilen werden abgelehnt. Sie auslassen oder die Datei berichtigen.</translation>
    </message>
    <message>
      <source>Somebody changed records since the preview: %1. Nothing was changed. Look again, or choose what becomes of such records.</source>
      <translation>Jemand hat Datensätze seit der Vorschau geändert: %1. Nichts wurde geändert. Sehen Sie noch einmal hin, oder wählen Sie, was aus solchen Datensätzen wird.</translation>
    </message>
    <message>
      <source>Somebody changed the record %1 since the preview. Nothing was changed. Look again, or choose what becomes of such records.</source>
      <translation>Jemand hat den Datensatz %1 seit der Vorschau geändert. Nichts wurde geändert. Sehen Sie noch einmal hin, oder wählen Sie, was aus solchen Datensätzen wird.</translation>
    </message>
    <message>
      <source>Somebody else changed %1 of the record %2 meanwhile. Nothing was written.</source>
      <translation>Jemand anders hat inzwischen %1 des Datensatzes %2 geändert. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>Somebody else has saved the project meanwhile. Saving it here (Ctrl+S in Build) shows what differs and brings both together.</source>
      <translation>Jemand anders hat das Projekt inzwischen gespeichert. Hier speichern (Strg+S im Gestalten) zeigt, was sich unterscheidet, und führt beides zusammen.</translation>
    </message>
    <message>
      <source>Somebody else has saved the project since it was opened here. Bring both together before.</source>
      <translation>Jemand anders hat das Projekt gespeichert, seit es hier geöffnet wurde. Führen Sie zuerst beides zusammen.</translation>
    </message>
    <message>
      <source>Somebody else is saving the project just now. Save again.</source>
      <translation>Jemand anders speichert das Projekt gerade. Speichern Sie noch einmal.</translation>
    </message>
    <message>
      <source>Somebody has saved the project meanwhile. Open it again to work with it as it is now.</source>
      <translation>Jemand hat das Projekt inzwischen gespeichert. Öffnen Sie es noch einmal, um damit zu arbeiten, wie es jetzt ist.</translation>
    </message>
    <message>
      <source>Something is in the way: %1</source>
      <translation>Etwas steht im Wege: %1</translation>
    </message>
    <message>
      <source>Something is unusual. Look at it, and take it or mend the file.</source>
      <translation>Etwas ist ungewöhnlich. Sehen Sie es an und übernehmen Sie es, oder verbessern Sie die Datei.</translation>
    </message>
    <message>
      <source>Sort by %1</source>
      <translation>Nach %1 sortieren</translation>
    </message>
    <message>
      <source>Sorted by %1</source>
      <translation>Sortiert nach %1</translation>
    </message>
    <message>
      <source>Source %1</source>
      <translation>Quelle %1</translation>
    </message>
    <message>
      <source>Space</source>
      <translation>Leertaste</translation>
    </message>
    <message>
      <source>Space shows or hides a field. The project stays as it is.</source>
      <translation>Die Leertaste zeigt oder verbirgt ein Feld. Das Projekt bleibt, wie es ist.</translation>
    </message>
    <message>
      <source>Span</source>
      <translation>Spaltenbreite</translation>
    </message>
    <message>
      <source>Spreadsheet (XLSX)</source>
      <translation>Tabelle (XLSX)</translation>
    </message>
    <message>
      <source>Spreadsheet text (*.csv)</source>
      <translation>Tabellentext (*.csv)</translation>
    </message>
    <message>
      <source>Stage</source>
      <translation>Stufe</translation>
    </message>
    <message>
      <source>Stages</source>
      <translation>Stufen</translation>
    </message>
    <message>
      <source>Stamp nothing there</source>
      <translation>Dort nichts stempeln</translation>
    </message>
    <message>
      <source>Stamped</source>
      <translation>Gestempelt</translation>
    </message>
    <message>
      <source>Stands below the field before, not beside it</source>
      <translation>Steht unter dem vorigen Feld, nicht daneben</translation>
    </message>
    <message>
      <source>Stands in %1: what you type here changes that record, wherever it is shown.</source>
      <translation>Steht in %1: Was Sie hier tippen, ändert jenen Datensatz, wo immer er gezeigt wird.</translation>
    </message>
    <message>
      <source>Start a trial</source>
      <translation>Versuch beginnen</translation>
    </message>
    <message>
      <source>State</source>
      <translation>Zustand</translation>
    </message>
    <message>
      <source>Statements of %1</source>
      <translation>Anweisungen von %1</translation>
    </message>
    <message>
      <source>Statements of this screen…</source>
      <translation>Anweisungen dieser Maske…</translation>
    </message>
    <message>
      <source>Statements…</source>
      <translation>Anweisungen…</translation>
    </message>
    <message>
      <source>Stay here</source>
      <translation>Hier bleiben</translation>
    </message>
    <message>
      <source>Stays in sight at the left</source>
      <translation>Bleibt links im Blick</translation>
    </message>
    <message>
      <source>Step %1 of %2: %3</source>
      <translation>Schritt %1 von %2: %3</translation>
    </message>
    <message>
      <source>Steps</source>
      <translation>Schritte</translation>
    </message>
    <message>
      <source>Steps of rolling back</source>
      <translation>Schritte des Zurückrollens</translation>
    </message>
    <message>
      <source>Stop</source>
      <translation>Anhalten</translation>
    </message>
    <message>
      <source>Stop, and change nothing</source>
      <translation>Anhalten und nichts ändern</translation>
    </message>
    <message>
      <source>Stop: nothing is rolled back</source>
      <translation>Anhalten: Nichts wird zurückgerollt</translation>
    </message>
    <message>
      <source>Stopped looking at the values.</source>
      <translation>Das Ansehen der Werte wurde angehalten.</translation>
    </message>
    <message>
      <source>Stopped on request.</source>
      <translation>Auf Wunsch angehalten.</translation>
    </message>
    <message>
      <source>Stopped.</source>
      <translation>Angehalten.</translation>
    </message>
    <message>
      <source>Stopped. Nothing was changed.</source>
      <translation>Angehalten. Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>Stopped. Nothing was printed.</source>
      <translation>Abgebrochen. Es wurde nichts gedruckt.</translation>
    </message>
    <message>
      <source>Stopped. Nothing was written.</source>
      <translation>Angehalten. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>Stopped. The copy was not made.</source>
      <translation>Abgebrochen. Es wurde nicht kopiert.</translation>
    </message>
    <message>
      <source>Stopping…</source>
      <translation>Wird angehalten…</translation>
    </message>
    <message>
      <source>Stored</source>
      <translation>Gespeichert</translation>
    </message>
    <message>
      <source>Stored as another type than the column's (%1)</source>
      <translation>Als anderer Typ gespeichert als der der Spalte (%1)</translation>
    </message>
    <message>
      <source>Stored values</source>
      <translation>Gespeicherte Werte</translation>
    </message>
    <message>
      <source>Such a file is to be read by people: an import takes the lines for records</source>
      <translation>Eine solche Datei ist für Menschen: ein Import hält die Zeilen für Datensätze</translation>
    </message>
    <message>
      <source>Switch between Build and Use</source>
      <translation>Zwischen Gestalten und Arbeiten umschalten</translation>
    </message>
    <message>
      <source>Switch between shaping the screen and working with it</source>
      <translation>Zwischen dem Gestalten der Maske und dem Arbeiten damit umschalten</translation>
    </message>
    <message>
      <source>Switch to Build first.</source>
      <translation>Schalten Sie zuerst auf „Gestalten“.</translation>
    </message>
    <message>
      <source>Tab order</source>
      <translation>Tabulatorfolge</translation>
    </message>
    <message>
      <source>Table</source>
      <translation>Tabelle</translation>
    </message>
    <message>
      <source>Tables</source>
      <translation>Tabellen</translation>
    </message>
    <message>
      <source>Tables, keys, references, indexes and rows of the project's database, into one that has none of them</source>
      <translation>Tabellen, Schlüssel, Verweise, Indizes und Zeilen der Datenbank des Projekts, in eine, die nichts davon hat</translation>
    </message>
    <message>
      <source>Tag %1 needs words: colour alone is not seen by everybody.</source>
      <translation>Marke %1 braucht Worte: Farbe allein sieht nicht jeder.</translation>
    </message>
    <message>
      <source>Tag %1: %2</source>
      <translation>Marke %1: %2</translation>
    </message>
    <message>
      <source>Tagged while this holds</source>
      <translation>Markiert, solange dies gilt</translation>
    </message>
    <message>
      <source>Tags</source>
      <translation>Marken</translation>
    </message>
    <message>
      <source>Take</source>
      <translation>Aufnehmen</translation>
    </message>
    <message>
      <source>Take a picture</source>
      <translation>Ein Bild aufnehmen</translation>
    </message>
    <message>
      <source>Take all theirs</source>
      <translation>Alle anderen nehmen</translation>
    </message>
    <message>
      <source>Take back</source>
      <translation>Zurücknehmen</translation>
    </message>
    <message>
      <source>Take back a stroke</source>
      <translation>Einen Strich zurücknehmen</translation>
    </message>
    <message>
      <source>Take back to what all screens share</source>
      <translation>Zurück zu dem, was alle Masken teilen</translation>
    </message>
    <message>
      <source>Take it</source>
      <translation>Übernehmen</translation>
    </message>
    <message>
      <source>Take it back</source>
      <translation>Zurücknehmen</translation>
    </message>
    <message>
      <source>Take it out of the role</source>
      <translation>Aus der Rolle nehmen</translation>
    </message>
    <message>
      <source>Take off</source>
      <translation>Wegnehmen</translation>
    </message>
    <message>
      <source>Take off the list</source>
      <translation>Von der Liste nehmen</translation>
    </message>
    <message>
      <source>Take the action off the screen</source>
      <translation>Aktion von der Maske nehmen</translation>
    </message>
    <message>
      <source>Take the field off the form, or remove the section; its fields stay (Delete)</source>
      <translation>Das Feld vom Formular nehmen oder den Abschnitt entfernen; seine Felder bleiben (Entf)</translation>
    </message>
    <message>
      <source>Take the field off the screen</source>
      <translation>Das Feld von der Maske nehmen</translation>
    </message>
    <message>
      <source>Take the filter away</source>
      <translation>Den Filter wegnehmen</translation>
    </message>
    <message>
      <source>Take the rows that the clipboard has, as a spreadsheet copies them</source>
      <translation>Die Zeilen der Zwischenablage nehmen, wie eine Tabelle sie kopiert</translation>
    </message>
    <message>
      <source>Take the second one off</source>
      <translation>Das zweite wegnehmen</translation>
    </message>
    <message>
      <source>Take theirs</source>
      <translation>Das andere nehmen</translation>
    </message>
    <message>
      <source>Take up what is ticked</source>
      <translation>Aufnehmen, was angekreuzt ist</translation>
    </message>
    <message>
      <source>Take what is unusual</source>
      <translation>Ungewöhnliches übernehmen</translation>
    </message>
    <message>
      <source>Take with a camera…</source>
      <translation>Mit der Kamera aufnehmen…</translation>
    </message>
    <message>
      <source>Takes back %1 changes, %2 to %3.</source>
      <translation>Nimmt %1 Änderungen zurück, %2 bis %3.</translation>
    </message>
    <message>
      <source>Takes back the changes %1.</source>
      <translation>Nimmt die Änderungen %1 zurück.</translation>
    </message>
    <message>
      <source>Test connection</source>
      <translation>Verbindung testen</translation>
    </message>
    <message>
      <source>Test the connection to see what is there. Nothing is written to the database until the first change is saved.</source>
      <translation>Testen Sie die Verbindung, um zu sehen, was da ist. In die Datenbank wird nichts geschrieben, bis die erste Änderung gespeichert wird.</translation>
    </message>
    <message>
      <source>Text</source>
      <translation>Text</translation>
    </message>
    <message>
      <source>Text to find</source>
      <translation>Zu findender Text</translation>
    </message>
    <message>
      <source>Text with separators (CSV)</source>
      <translation>Text mit Trennzeichen (CSV)</translation>
    </message>
    <message>
      <source>Texts of %1 are different there that differ only in case, accents or blanks.</source>
      <translation>Texte von %1 sind dort verschieden, wenn sie sich nur in Groß- und Kleinschreibung, Akzenten oder Leerzeichen unterscheiden.</translation>
    </message>
    <message>
      <source>Texts of %1 can be the same there that differ in case, accents or blanks.</source>
      <translation>Texte von %1 können dort gleich sein, wenn sie sich in Groß- und Kleinschreibung, Akzenten oder Leerzeichen unterscheiden.</translation>
    </message>
    <message>
      <source>That is the walk</source>
      <translation>Das war der Rundgang</translation>
    </message>
    <message>
      <source>That screen has no records now.</source>
      <translation>Jene Maske hat jetzt keine Datensätze.</translation>
    </message>
    <message>
      <source>The SELECT %1 cannot be described.</source>
      <translation>Das SELECT %1 lässt sich nicht beschreiben.</translation>
    </message>
    <message>
      <source>The account %1 has no role in this project. Who builds it can give it one.</source>
      <translation>Das Konto %1 hat in diesem Projekt keine Rolle. Wer es gestaltet, kann ihm eine geben.</translation>
    </message>
    <message>
      <source>The account may not do this to %1: %2.</source>
      <translation>Das Konto darf dies mit %1 nicht tun: %2.</translation>
    </message>
    <message>
      <source>The action cannot be used.</source>
      <translation>Die Aktion kann nicht benutzt werden.</translation>
    </message>
    <message>
      <source>The bulk update</source>
      <translation>Die Massenänderung</translation>
    </message>
    <message>
      <source>The bulk update on “%1”</source>
      <translation>Die Massenänderung auf „%1“</translation>
    </message>
    <message>
      <source>The camera gives no picture: %1</source>
      <translation>Die Kamera liefert kein Bild: %1</translation>
    </message>
    <message>
      <source>The change log could not be brought into its present layout: %1 Nothing was changed.</source>
      <translation>Das Änderungsprotokoll ließ sich nicht in seine jetzige Form bringen: %1 Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>The change log counts as it is from now on.</source>
      <translation>Das Änderungsprotokoll gilt von jetzt an, wie es ist.</translation>
    </message>
    <message>
      <source>The change log did not take a name.</source>
      <translation>Das Änderungsprotokoll hat einen Namen nicht aufgenommen.</translation>
    </message>
    <message>
      <source>The change log did not take the change.</source>
      <translation>Das Änderungsprotokoll hat die Änderung nicht angenommen.</translation>
    </message>
    <message>
      <source>The change log has a change with the number %1, to which no log comes. Nothing was written.</source>
      <translation>Das Änderungsprotokoll hat eine Änderung mit der Nummer %1, bis zu der kein Protokoll kommt. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>The change log is intact: %1 changes.</source>
      <translation>Das Änderungsprotokoll ist unversehrt: %1 Änderungen.</translation>
    </message>
    <message>
      <source>The change log is not what was written. %1</source>
      <translation>Das Änderungsprotokoll ist nicht, was geschrieben wurde. %1</translation>
    </message>
    <message>
      <source>The change log of %1 has lost its end: on %2 it had %3, now it has %4.</source>
      <translation>Das Änderungsprotokoll von %1 hat sein Ende verloren: Am %2 hatte es %3, jetzt hat es %4.</translation>
    </message>
    <message>
      <source>The change log of %1 is not the one that was there on %2: it was written anew, or the database was put back to an earlier state and used since.</source>
      <translation>Das Änderungsprotokoll von %1 ist nicht das, das am %2 da war: Es wurde neu geschrieben, oder die Datenbank wurde auf einen früheren Stand gebracht und seither benutzt.</translation>
    </message>
    <message>
      <source>The change log of %1 is not there any more: on %2 it had %3.</source>
      <translation>Das Änderungsprotokoll von %1 ist nicht mehr da: Am %2 hatte es %3.</translation>
    </message>
    <message>
      <source>The change log of the present database stays with it.</source>
      <translation>Das Änderungsprotokoll der jetzigen Datenbank bleibt bei ihr.</translation>
    </message>
    <message>
      <source>The change log of this database has become one of another layout: a newer Gravin has taken it over. Nothing was written. Open the project with that one.</source>
      <translation>Das Änderungsprotokoll dieser Datenbank hat jetzt eine andere Form: ein neueres Gravin hat es übernommen. Nichts wurde geschrieben. Öffnen Sie das Projekt mit diesem.</translation>
    </message>
    <message>
      <source>The change log of this database has the layout of an earlier Gravin, and this account may not bring it into the present one. Somebody who may alter the log's tables has to write something once; until then nothing can be changed.</source>
      <translation>Das Änderungsprotokoll dieser Datenbank hat die Form eines früheren Gravin, und dieses Konto darf es nicht in die jetzige bringen. Jemand, der die Tabellen des Protokolls ändern darf, muss einmal etwas schreiben; bis dahin lässt sich nichts ändern.</translation>
    </message>
    <message>
      <source>The change log of this database is that of an earlier Gravin. The next change of somebody who may brings it into the present layout; ask for the grants then.</source>
      <translation>Das Änderungsprotokoll dieser Datenbank ist das eines früheren Gravin. Die nächste Änderung von jemandem, der darf, bringt es in die jetzige Form; fragen Sie dann nach den Rechten.</translation>
    </message>
    <message>
      <source>The change log of this database was written by a newer Gravin (its layout is %1, this program knows %2). Nothing can be written or looked up in it with this one.</source>
      <translation>Das Änderungsprotokoll dieser Datenbank stammt von einem neueren Gravin (seine Form ist %1, dieses Programm kennt %2). Mit diesem lässt sich nichts darin schreiben oder nachsehen.</translation>
    </message>
    <message>
      <source>The check “%1” cannot be asked: %2 The project has to be mended.</source>
      <translation>Die Prüfung „%1“ kann nicht gestellt werden: %2 Das Projekt muss behoben werden.</translation>
    </message>
    <message>
      <source>The children shown by %1: %2</source>
      <translation>Die von %1 gezeigten Untergeordneten: %2</translation>
    </message>
    <message>
      <source>The choice “%1” is there twice.</source>
      <translation>Die Auswahl „%1“ gibt es zweimal.</translation>
    </message>
    <message>
      <source>The clipboard has no rows.</source>
      <translation>Die Zwischenablage hat keine Zeilen.</translation>
    </message>
    <message>
      <source>The clipboard has no text.</source>
      <translation>Die Zwischenablage hat keinen Text.</translation>
    </message>
    <message>
      <source>The column %1 is no longer there.</source>
      <translation>Die Spalte %1 ist nicht mehr da.</translation>
    </message>
    <message>
      <source>The column %1.%2 that is looked up is not there.</source>
      <translation>Die Spalte %1.%2, in der nachgeschlagen wird, ist nicht da.</translation>
    </message>
    <message>
      <source>The column %1.%2 that the lookup filters by is not there.</source>
      <translation>Die Spalte %1.%2, nach der das Nachschlagen filtert, ist nicht da.</translation>
    </message>
    <message>
      <source>The column cannot hold %1.</source>
      <translation>Die Spalte kann %1 nicht aufnehmen.</translation>
    </message>
    <message>
      <source>The column in the database</source>
      <translation>Die Spalte in der Datenbank</translation>
    </message>
    <message>
      <source>The condition is not complete.</source>
      <translation>Die Bedingung ist unvollständig.</translation>
    </message>
    <message>
      <source>The condition is too long.</source>
      <translation>Die Bedingung ist zu lang.</translation>
    </message>
    <message>
      <source>The connection is encrypted.</source>
      <translation>Die Verbindung ist verschlüsselt.</translation>
    </message>
    <message>
      <source>The connection is not encrypted.</source>
      <translation>Die Verbindung ist nicht verschlüsselt.</translation>
    </message>
    <message>
      <source>The connection to %1 is lost. Nothing was written.</source>
      <translation>Die Verbindung zu %1 ist verloren. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>The copy could not be named %1.</source>
      <translation>Die Kopie konnte nicht %1 genannt werden.</translation>
    </message>
    <message>
      <source>The copy could not be written to %1.</source>
      <translation>Die Kopie ließ sich nicht nach %1 schreiben.</translation>
    </message>
    <message>
      <source>The count of an interval is a whole number of at most %1.</source>
      <translation>Die Anzahl einer Spanne ist eine ganze Zahl bis höchstens %1.</translation>
    </message>
    <message>
      <source>The current record fails it.</source>
      <translation>Der aktuelle Datensatz erfüllt sie nicht.</translation>
    </message>
    <message>
      <source>The current record meets it.</source>
      <translation>Der aktuelle Datensatz erfüllt sie.</translation>
    </message>
    <message>
      <source>The database %1 %2.</source>
      <translation>Die Datenbank %1 %2.</translation>
    </message>
    <message>
      <source>The database answered with an error.</source>
      <translation>Die Datenbank antwortete mit einem Fehler.</translation>
    </message>
    <message>
      <source>The database asks for %1 in every new record, and the screen has no field for it.</source>
      <translation>Die Datenbank verlangt %1 in jedem neuen Datensatz, und die Maske hat kein Feld dafür.</translation>
    </message>
    <message>
      <source>The database cannot take this value.</source>
      <translation>Die Datenbank kann diesen Wert nicht aufnehmen.</translation>
    </message>
    <message>
      <source>The database deleted a record of %1 by itself, which nobody could take back. Nothing was deleted.</source>
      <translation>Die Datenbank hat von selbst einen Datensatz von %1 gelöscht, was niemand zurücknehmen könnte. Nichts wurde gelöscht.</translation>
    </message>
    <message>
      <source>The database did not keep the record as it was written. Nothing was changed.</source>
      <translation>Die Datenbank hat den Datensatz nicht so behalten, wie er geschrieben wurde. Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>The database did not keep the records as they were written. Nothing was changed.</source>
      <translation>Die Datenbank hat die Datensätze nicht so behalten, wie sie geschrieben wurden. Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>The database did not make %1 as it was told.</source>
      <translation>Die Datenbank hat %1 nicht so angelegt, wie ihr gesagt wurde.</translation>
    </message>
    <message>
      <source>The database does not give %1 there.</source>
      <translation>Die Datenbank vergibt dort kein %1.</translation>
    </message>
    <message>
      <source>The database does not keep %1 unique there.</source>
      <translation>Die Datenbank hält %1 dort nicht eindeutig.</translation>
    </message>
    <message>
      <source>The database does not see to it there that %1 refers to a record of %2.</source>
      <translation>Die Datenbank achtet dort nicht darauf, dass %1 auf einen Datensatz von %2 verweist.</translation>
    </message>
    <message>
      <source>The database file %1.</source>
      <translation>Die Datenbankdatei %1.</translation>
    </message>
    <message>
      <source>The database gives %1 by itself there.</source>
      <translation>Die Datenbank vergibt %1 dort von selbst.</translation>
    </message>
    <message>
      <source>The database has a table %1 now.</source>
      <translation>Die Datenbank hat jetzt eine Tabelle %1.</translation>
    </message>
    <message>
      <source>The database has a table %1 that is not Gravin's, so no change log can be kept in it. Give that table another name.</source>
      <translation>Die Datenbank hat eine Tabelle %1, die nicht von Gravin ist, daher lässt sich kein Änderungsprotokoll in ihr führen. Geben Sie jener Tabelle einen anderen Namen.</translation>
    </message>
    <message>
      <source>The database has a table %1. Give the SELECT another name.</source>
      <translation>Die Datenbank hat eine Tabelle %1. Geben Sie dem SELECT einen anderen Namen.</translation>
    </message>
    <message>
      <source>The database has no other table.</source>
      <translation>Die Datenbank hat keine andere Tabelle.</translation>
    </message>
    <message>
      <source>The database has no routine %1, by which %2 is written.</source>
      <translation>Die Datenbank hat keine Routine %1, durch die %2 geschrieben wird.</translation>
    </message>
    <message>
      <source>The database has no routine %1.</source>
      <translation>Die Datenbank hat keine Routine %1.</translation>
    </message>
    <message>
      <source>The database has no table %1 that this account may read.</source>
      <translation>Die Datenbank hat keine Tabelle %1, die dieses Konto lesen darf.</translation>
    </message>
    <message>
      <source>The database has no table %1.</source>
      <translation>Die Datenbank hat keine Tabelle %1.</translation>
    </message>
    <message>
      <source>The database has no tables yet. Make one with “New table…”.</source>
      <translation>Die Datenbank hat noch keine Tabellen. Legen Sie mit „Neue Tabelle…“ eine an.</translation>
    </message>
    <message>
      <source>The database is locked by another program. Nothing was written; try again in a moment.</source>
      <translation>Die Datenbank wird von einem anderen Programm gesperrt. Nichts wurde geschrieben; versuchen Sie es gleich noch einmal.</translation>
    </message>
    <message>
      <source>The database is there again.</source>
      <translation>Die Datenbank ist wieder da.</translation>
    </message>
    <message>
      <source>The database itself has to ask it of every record, and cannot say this exactly.</source>
      <translation>Die Datenbank selbst muss sie jedem Datensatz stellen und kann das nicht genau sagen.</translation>
    </message>
    <message>
      <source>The database keeps %1 unique there.</source>
      <translation>Die Datenbank hält %1 dort eindeutig.</translation>
    </message>
    <message>
      <source>The database lost records on their way.</source>
      <translation>Der Datenbank gingen unterwegs Datensätze verloren.</translation>
    </message>
    <message>
      <source>The database made something else of the values.</source>
      <translation>Die Datenbank hat aus den Werten etwas anderes gemacht.</translation>
    </message>
    <message>
      <source>The database puts %1 into %2 there where it is left out.</source>
      <translation>Die Datenbank setzt dort %1 in %2, wo es ausgelassen wird.</translation>
    </message>
    <message>
      <source>The database puts nothing into %1 there where it is left out.</source>
      <translation>Die Datenbank setzt dort nichts in %1, wo es ausgelassen wird.</translation>
    </message>
    <message>
      <source>The database set %1 of %2 again by itself.</source>
      <translation>Die Datenbank hat %1 von %2 von selbst wieder gesetzt.</translation>
    </message>
    <message>
      <source>The database sets %1 of %2 again by itself with each change: what was there before does not come back.</source>
      <translation>Die Datenbank setzt %1 von %2 bei jeder Änderung von selbst: Was vorher dort stand, kommt nicht zurück.</translation>
    </message>
    <message>
      <source>The database took the change of %1 and did nothing with it.</source>
      <translation>Die Datenbank nahm die Änderung von %1 an und tat nichts damit.</translation>
    </message>
    <message>
      <source>The database took the deletion from %1 and kept the record.</source>
      <translation>Die Datenbank nahm das Löschen aus %1 an und behielt den Datensatz.</translation>
    </message>
    <message>
      <source>The database's routines do not come along: %1.</source>
      <translation>Die Routinen der Datenbank kommen nicht mit: %1.</translation>
    </message>
    <message>
      <source>The default “%1” cannot be a value of %2.</source>
      <translation>Die Vorgabe „%1“ kann kein Wert von %2 sein.</translation>
    </message>
    <message>
      <source>The demonstration could not be written to %1.</source>
      <translation>Das Beispiel ließ sich nicht nach %1 schreiben.</translation>
    </message>
    <message>
      <source>The demonstration is still in use. Try again in a moment.</source>
      <translation>Das Beispiel ist noch in Gebrauch. Versuchen Sie es gleich noch einmal.</translation>
    </message>
    <message>
      <source>The desktop has no program that opens %1.</source>
      <translation>Es gibt kein Programm, das %1 öffnet.</translation>
    </message>
    <message>
      <source>The desktop's secret store did not take the password. It is known until Gravin is closed; go on, or try again.</source>
      <translation>Der Geheimnisspeicher des Desktops nahm das Kennwort nicht an. Es ist bekannt, bis Gravin geschlossen wird; machen Sie weiter oder versuchen Sie es noch einmal.</translation>
    </message>
    <message>
      <source>The edits stay as drafts of their records.</source>
      <translation>Die Änderungen bleiben Entwürfe ihrer Datensätze.</translation>
    </message>
    <message>
      <source>The expression ends before “%1”; an operator such as AND is expected here.</source>
      <translation>Der Ausdruck endet vor „%1“; hier wird ein Operator wie AND erwartet.</translation>
    </message>
    <message>
      <source>The expression ends here, but %1 is expected.</source>
      <translation>Der Ausdruck endet hier, es wird aber %1 erwartet.</translation>
    </message>
    <message>
      <source>The expression gives %1, which %2 cannot hold.</source>
      <translation>Der Ausdruck ergibt %1, was %2 nicht aufnehmen kann.</translation>
    </message>
    <message>
      <source>The expression gives %1, which no field can show.</source>
      <translation>Der Ausdruck ergibt %1, was kein Feld zeigen kann.</translation>
    </message>
    <message>
      <source>The field can be edited whatever the record says.</source>
      <translation>Das Feld lässt sich bearbeiten, was immer im Datensatz steht.</translation>
    </message>
    <message>
      <source>The field is not shown.</source>
      <translation>Das Feld wird nicht gezeigt.</translation>
    </message>
    <message>
      <source>The field is shown for all records.</source>
      <translation>Das Feld wird für alle Datensätze gezeigt.</translation>
    </message>
    <message>
      <source>The field may show another record than was meant.</source>
      <translation>Das Feld zeigt vielleicht einen anderen Datensatz als gemeint.</translation>
    </message>
    <message>
      <source>The field stays as it is typed.</source>
      <translation>Das Feld bleibt, wie es getippt ist.</translation>
    </message>
    <message>
      <source>The fields are filled from the address.</source>
      <translation>Die Felder werden aus der Adresse gefüllt.</translation>
    </message>
    <message>
      <source>The file %1 is not any more the one that was looked at. Look at it again.</source>
      <translation>Die Datei %1 ist nicht mehr die angesehene. Noch einmal ansehen.</translation>
    </message>
    <message>
      <source>The file as it was read</source>
      <translation>Die Datei, wie sie gelesen wurde</translation>
    </message>
    <message>
      <source>The file cannot be read: %1</source>
      <translation>Die Datei ist nicht lesbar: %1</translation>
    </message>
    <message>
      <source>The file could not be written: %1</source>
      <translation>Die Datei ließ sich nicht schreiben: %1</translation>
    </message>
    <message>
      <source>The file has no head “%1”, which the kept import “%2” speaks of.</source>
      <translation>Die Datei hat keinen Kopf „%1“, von dem der behaltene Import „%2“ spricht.</translation>
    </message>
    <message>
      <source>The file has other columns than before. Look at it again.</source>
      <translation>Die Datei hat andere Spalten als vorher. Noch einmal ansehen.</translation>
    </message>
    <message>
      <source>The first %1 of %2. Save it as a file to read the rest.</source>
      <translation>Die ersten %1 von %2. Speichern Sie es als Datei, um den Rest zu lesen.</translation>
    </message>
    <message>
      <source>The first pages</source>
      <translation>Die ersten Seiten</translation>
    </message>
    <message>
      <source>The first row has the heads</source>
      <translation>Erste Zeile enthält die Köpfe</translation>
    </message>
    <message>
      <source>The first screen of the list is shown instead.</source>
      <translation>Stattdessen wird die erste Maske der Liste gezeigt.</translation>
    </message>
    <message>
      <source>The folder %1 could not be made.</source>
      <translation>Der Ordner %1 konnte nicht angelegt werden.</translation>
    </message>
    <message>
      <source>The folder %1 is not used: %2.</source>
      <translation>Der Ordner %1 wird nicht benutzt: %2.</translation>
    </message>
    <message>
      <source>The foot of the list says nothing there.</source>
      <translation>Der Fuß der Liste sagt dort nichts.</translation>
    </message>
    <message>
      <source>The form's section; a new title makes a new one</source>
      <translation>Der Abschnitt des Formulars; ein neuer Titel legt einen neuen an</translation>
    </message>
    <message>
      <source>The format “%1” does not fit: %2</source>
      <translation>Das Format „%1“ passt nicht: %2</translation>
    </message>
    <message>
      <source>The hash that was kept is not in the chain: its end was cut off, or it was written anew.</source>
      <translation>Die behaltene Prüfsumme ist nicht in der Kette: Ihr Ende wurde abgeschnitten, oder sie wurde neu geschrieben.</translation>
    </message>
    <message>
      <source>The kept bulk update “%1”.</source>
      <translation>Die behaltene Massenänderung „%1“.</translation>
    </message>
    <message>
      <source>The kept cards “%1”.</source>
      <translation>Die behaltenen Karten „%1“.</translation>
    </message>
    <message>
      <source>The kept import “%1”.</source>
      <translation>Der behaltene Import „%1“.</translation>
    </message>
    <message>
      <source>The kept list “%1”: %2</source>
      <translation>Die behaltene Liste „%1“: %2</translation>
    </message>
    <message>
      <source>The key %1 is protected by a passphrase, and this is not it.</source>
      <translation>Der Schlüssel %1 ist durch ein Kennwort geschützt, und dies ist es nicht.</translation>
    </message>
    <message>
      <source>The key “%1” has %2; this table's key has %3.</source>
      <translation>Der Schlüssel „%1“ hat %2; der dieser Tabelle hat %3.</translation>
    </message>
    <message>
      <source>The length of a part of a text cannot be negative.</source>
      <translation>Die Länge eines Teils eines Textes kann nicht negativ sein.</translation>
    </message>
    <message>
      <source>The lines were not moved: their table is another now.</source>
      <translation>Die Positionen wurden nicht verschoben: Ihre Tabelle ist inzwischen eine andere.</translation>
    </message>
    <message>
      <source>The list as the screen has it</source>
      <translation>Die Liste, wie die Maske sie hat</translation>
    </message>
    <message>
      <source>The list could not be kept in your settings.</source>
      <translation>Die Liste ließ sich nicht in Ihren Einstellungen behalten.</translation>
    </message>
    <message>
      <source>The list is shown without that part.</source>
      <translation>Die Liste wird ohne diesen Teil gezeigt.</translation>
    </message>
    <message>
      <source>The list is too long: more than %1 characters.</source>
      <translation>Die Liste ist zu lang: mehr als %1 Zeichen.</translation>
    </message>
    <message>
      <source>The list stays empty, and the field shows what is stored.</source>
      <translation>Die Liste bleibt leer, und das Feld zeigt, was gespeichert ist.</translation>
    </message>
    <message>
      <source>The log knows of no change of this field.</source>
      <translation>Das Protokoll weiß von keiner Änderung dieses Feldes.</translation>
    </message>
    <message>
      <source>The most frequent values</source>
      <translation>Die häufigsten Werte</translation>
    </message>
    <message>
      <source>The name of a table cannot have a point in it.</source>
      <translation>Der Name einer Tabelle kann keinen Punkt enthalten.</translation>
    </message>
    <message>
      <source>The name “%1” begins or ends with a blank.</source>
      <translation>Der Name „%1“ beginnt oder endet mit einem Leerzeichen.</translation>
    </message>
    <message>
      <source>The name “%1” is too long: %2 bytes are allowed.</source>
      <translation>Der Name „%1“ ist zu lang: Erlaubt sind %2 Bytes.</translation>
    </message>
    <message>
      <source>The package could not be made.</source>
      <translation>Das Paket konnte nicht erstellt werden.</translation>
    </message>
    <message>
      <source>The pasted picture</source>
      <translation>Das eingefügte Bild</translation>
    </message>
    <message>
      <source>The pattern of LIKE_REGEX is a text in single quotes.</source>
      <translation>Das Muster von LIKE_REGEX ist ein Text in einfachen Anführungszeichen.</translation>
    </message>
    <message>
      <source>The picture of the camera</source>
      <translation>Das Bild der Kamera</translation>
    </message>
    <message>
      <source>The place Tab comes to it, counted from 1; emptied, the form is read as it stands</source>
      <translation>An der wievielten Stelle der Tabulator hinkommt, ab 1 gezählt; geleert wird das Formular gelesen, wie es steht</translation>
    </message>
    <message>
      <source>The place among the fields, counted from 1</source>
      <translation>Der Platz unter den Feldern, ab 1 gezählt</translation>
    </message>
    <message>
      <source>The plate beside the form, and the form itself to arrange</source>
      <translation>Die Tafel neben dem Formular, und das Formular selbst zum Anordnen</translation>
    </message>
    <message>
      <source>The plate of what belongs to these records</source>
      <translation>Die Tafel dessen, was zu diesen Datensätzen gehört</translation>
    </message>
    <message>
      <source>The plate over the grid</source>
      <translation>Die Tafel über dem Raster</translation>
    </message>
    <message>
      <source>The printer or the file takes nothing.</source>
      <translation>Der Drucker oder die Datei nimmt nichts an.</translation>
    </message>
    <message>
      <source>The printer or the file took no more in the midst of it.</source>
      <translation>Der Drucker oder die Datei nahm mittendrin nichts mehr an.</translation>
    </message>
    <message>
      <source>The project</source>
      <translation>Das Projekt</translation>
    </message>
    <message>
      <source>The project %1 cannot be opened. %2</source>
      <translation>Das Projekt %1 lässt sich nicht öffnen. %2</translation>
    </message>
    <message>
      <source>The project asks for it when a record is added or changed. Records that are there stay empty until then</source>
      <translation>Das Projekt verlangt es, wenn ein Datensatz hinzugefügt oder geändert wird. Vorhandene Datensätze bleiben bis dahin leer</translation>
    </message>
    <message>
      <source>The project could not be signed.</source>
      <translation>Das Projekt konnte nicht unterschrieben werden.</translation>
    </message>
    <message>
      <source>The project fits its database.</source>
      <translation>Das Projekt passt zu seiner Datenbank.</translation>
    </message>
    <message>
      <source>The project has been changed since %1 signed it, so nothing is written with it. Ask for the one that was signed.</source>
      <translation>Das Projekt wurde geändert, seit %1 es unterschrieben hat, darum wird damit nichts geschrieben. Fragen Sie nach dem unterschriebenen.</translation>
    </message>
    <message>
      <source>The project has been changed since %1 signed it. Take the signature off before, or sign it anew.</source>
      <translation>Das Projekt wurde geändert, seit %1 es unterschrieben hat. Nehmen Sie zuerst die Unterschrift weg, oder unterschreiben Sie es neu.</translation>
    </message>
    <message>
      <source>The project has no roles.</source>
      <translation>Das Projekt hat keine Rollen.</translation>
    </message>
    <message>
      <source>The project has no screen %1.</source>
      <translation>Das Projekt hat keine Maske %1.</translation>
    </message>
    <message>
      <source>The project is as it is in the file.</source>
      <translation>Das Projekt ist, wie es in der Datei ist.</translation>
    </message>
    <message>
      <source>The project was saved by somebody else</source>
      <translation>Jemand anders hat das Projekt gespeichert</translation>
    </message>
    <message>
      <source>The project was signed by %1 when it was opened before, and is signed by nobody now, so nothing is written with it. Have it signed, or accept it as it is: gravin sign FILE --accept.</source>
      <translation>Als es zuletzt geöffnet wurde, hatte %1 das Projekt unterschrieben, jetzt hat es niemand, darum wird damit nichts geschrieben. Lassen Sie es unterschreiben, oder nehmen Sie es, wie es ist: gravin sign DATEI --accept.</translation>
    </message>
    <message>
      <source>The project was signed by %1 when it was opened before, and is signed with another key now (“%2”, %3), so nothing is written with it. Where that is right: gravin sign FILE --accept.</source>
      <translation>Als es zuletzt geöffnet wurde, hatte %1 das Projekt unterschrieben, jetzt ist es mit einem anderen Schlüssel unterschrieben („%2“, %3), darum wird damit nichts geschrieben. Wo das richtig ist: gravin sign DATEI --accept.</translation>
    </message>
    <message>
      <source>The record %1 of %2 was deleted meanwhile. Nothing was written.</source>
      <translation>Der Datensatz %1 von %2 wurde inzwischen gelöscht. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>The record is not here any more.</source>
      <translation>Der Datensatz ist nicht mehr hier.</translation>
    </message>
    <message>
      <source>The record is not stored any more.</source>
      <translation>Der Datensatz ist nicht mehr gespeichert.</translation>
    </message>
    <message>
      <source>The record is not there any more.</source>
      <translation>Der Datensatz ist nicht mehr da.</translation>
    </message>
    <message>
      <source>The record was deleted meanwhile. Add it anew, or discard the edits.</source>
      <translation>Der Datensatz wurde inzwischen gelöscht. Legen Sie ihn neu an oder verwerfen Sie die Änderungen.</translation>
    </message>
    <message>
      <source>The record was deleted since.</source>
      <translation>Der Datensatz wurde seither gelöscht.</translation>
    </message>
    <message>
      <source>The records are being asked…</source>
      <translation>Die Datensätze werden gefragt…</translation>
    </message>
    <message>
      <source>The records have not been asked yet.</source>
      <translation>Die Datensätze sind noch nicht gefragt worden.</translation>
    </message>
    <message>
      <source>The records there are being asked…</source>
      <translation>Die Datensätze dort werden gefragt…</translation>
    </message>
    <message>
      <source>The records there have not been asked yet.</source>
      <translation>Die Datensätze dort sind noch nicht gefragt worden.</translation>
    </message>
    <message>
      <source>The records were not asked to the end.</source>
      <translation>Die Datensätze wurden nicht zu Ende gefragt.</translation>
    </message>
    <message>
      <source>The row action to %1, which goes by %2.</source>
      <translation>Die Zeilenaktion zu %1, die über %2 geht.</translation>
    </message>
    <message>
      <source>The screen %1 has no field “%2”, which the kept import “%3” speaks of.</source>
      <translation>Die Maske %1 hat kein Feld „%2“, von dem der behaltene Import „%3“ spricht.</translation>
    </message>
    <message>
      <source>The screen %1 has no field “%2”.</source>
      <translation>Die Maske %1 hat kein Feld „%2“.</translation>
    </message>
    <message>
      <source>The screen %1 lists them, in the main window.</source>
      <translation>Die Maske %1 führt sie auf, im Hauptfenster.</translation>
    </message>
    <message>
      <source>The screen %1 shows the table %2, which the database does not have.</source>
      <translation>Die Maske %1 zeigt die Tabelle %2, die es in der Datenbank nicht gibt.</translation>
    </message>
    <message>
      <source>The screen begins with this list</source>
      <translation>Die Maske beginnt mit dieser Liste</translation>
    </message>
    <message>
      <source>The screen cannot be opened.</source>
      <translation>Die Maske lässt sich nicht öffnen.</translation>
    </message>
    <message>
      <source>The screen says so, and offers the rest.</source>
      <translation>Die Maske sagt es und bietet das Übrige an.</translation>
    </message>
    <message>
      <source>The screen was changed meanwhile: %1 left alone.</source>
      <translation>Die Maske wurde inzwischen geändert: %1 unverändert gelassen.</translation>
    </message>
    <message>
      <source>The screen's own table is not there.</source>
      <translation>Die eigene Tabelle der Maske ist nicht da.</translation>
    </message>
    <message>
      <source>The sheet could not be begun.</source>
      <translation>Das Blatt konnte nicht begonnen werden.</translation>
    </message>
    <message>
      <source>The sheet could not be written: %1.</source>
      <translation>Das Blatt konnte nicht geschrieben werden: %1.</translation>
    </message>
    <message>
      <source>The signature</source>
      <translation>Die Unterschrift</translation>
    </message>
    <message>
      <source>The source %1 has the parameter %2 twice.</source>
      <translation>Die Quelle %1 hat den Parameter %2 zweimal.</translation>
    </message>
    <message>
      <source>The stage %1: %2</source>
      <translation>Die Stufe %1: %2</translation>
    </message>
    <message>
      <source>The structure was read again. %1</source>
      <translation>Die Struktur wurde neu gelesen. %1</translation>
    </message>
    <message>
      <source>The structure was read again: nothing is otherwise.</source>
      <translation>Die Struktur wurde neu gelesen: Nichts ist anders.</translation>
    </message>
    <message>
      <source>The table %1 is no longer there or has no key any more.</source>
      <translation>Die Tabelle %1 ist nicht mehr da oder hat keinen Schlüssel mehr.</translation>
    </message>
    <message>
      <source>The table %1 is not there any more.</source>
      <translation>Die Tabelle %1 ist nicht mehr da.</translation>
    </message>
    <message>
      <source>The table %1 that is looked up is not there.</source>
      <translation>Die Tabelle %1, in der nachgeschlagen wird, ist nicht da.</translation>
    </message>
    <message>
      <source>The table %1 was created, but without its first records. %2</source>
      <translation>Die Tabelle %1 wurde angelegt, aber ohne ihre ersten Datensätze. %2</translation>
    </message>
    <message>
      <source>The table has no key by which records could be known.</source>
      <translation>Die Tabelle hat keinen Schlüssel, an dem man Datensätze erkennen könnte.</translation>
    </message>
    <message>
      <source>The table is shown instead of the SELECT.</source>
      <translation>Statt des SELECT wird die Tabelle gezeigt.</translation>
    </message>
    <message>
      <source>The total of %1 is one of: %2.</source>
      <translation>Das Ergebnis von %1 ist eines von: %2.</translation>
    </message>
    <message>
      <source>The trial is ended; what was done stays.</source>
      <translation>Der Versuch ist beendet; was getan wurde, bleibt.</translation>
    </message>
    <message>
      <source>The trial is rolled back and ended.</source>
      <translation>Der Versuch ist zurückgerollt und beendet.</translation>
    </message>
    <message>
      <source>The triggers of %1 do not come along: %2.</source>
      <translation>Die Trigger von %1 kommen nicht mit: %2.</translation>
    </message>
    <message>
      <source>The value is shown as it is stored, and cannot be chosen again.</source>
      <translation>Der Wert wird gezeigt, wie er gespeichert ist, und lässt sich nicht wieder wählen.</translation>
    </message>
    <message>
      <source>The values suggest nothing that is not set already.</source>
      <translation>Die Werte legen nichts nahe, was nicht schon gesetzt ist.</translation>
    </message>
    <message>
      <source>The view %1 does not come along: the other engine does not take it, or gives other rows for it.</source>
      <translation>Die Sicht %1 kommt nicht mit: die andere Datenbank nimmt sie nicht an, oder liefert andere Zeilen.</translation>
    </message>
    <message>
      <source>The view %1 has no column %2, by which its records would be known.</source>
      <translation>Die Sicht %1 hat keine Spalte %2, an der man ihre Datensätze erkennen würde.</translation>
    </message>
    <message>
      <source>The view %1 is there already.</source>
      <translation>Die Sicht %1 gibt es schon.</translation>
    </message>
    <message>
      <source>The walk there stands at step %1 of %2. The menu’s Help takes it up.</source>
      <translation>Der Rundgang dort steht bei Schritt %1 von %2. Im Menü unter Hilfe geht er weiter.</translation>
    </message>
    <message>
      <source>The way to %1: %2</source>
      <translation>Der Weg zu %1: %2</translation>
    </message>
    <message>
      <source>There are checks for %1, which the database does not have.</source>
      <translation>Es gibt Prüfungen für %1, das es in der Datenbank nicht gibt.</translation>
    </message>
    <message>
      <source>There are more; not all were counted.</source>
      <translation>Es gibt mehr; nicht alle wurden gezählt.</translation>
    </message>
    <message>
      <source>There are no edits to discard.</source>
      <translation>Es gibt keine Änderungen zu verwerfen.</translation>
    </message>
    <message>
      <source>There are no edits to save.</source>
      <translation>Es gibt keine Änderungen zu speichern.</translation>
    </message>
    <message>
      <source>There are no records here.</source>
      <translation>Hier sind keine Datensätze.</translation>
    </message>
    <message>
      <source>There are no records to choose from.</source>
      <translation>Es gibt keine Datensätze zur Wahl.</translation>
    </message>
    <message>
      <source>There are no records yet. Ctrl+N begins the first.</source>
      <translation>Noch sind keine Datensätze da. Strg+N beginnt den ersten.</translation>
    </message>
    <message>
      <source>There is %1 already. Copy into a database that has none of these tables.</source>
      <translation>%1 gibt es dort schon. Kopieren Sie in eine Datenbank, die keine dieser Tabellen hat.</translation>
    </message>
    <message>
      <source>There is a %1 already.</source>
      <translation>Es gibt schon ein %1.</translation>
    </message>
    <message>
      <source>There is a SELECT %1 already.</source>
      <translation>Es gibt schon ein SELECT %1.</translation>
    </message>
    <message>
      <source>There is a file %1 already. A copy is made in a file that is not there yet.</source>
      <translation>Eine Datei %1 gibt es schon. Kopiert wird in eine Datei, die es noch nicht gibt.</translation>
    </message>
    <message>
      <source>There is a file %1 already; a key is not written over it.</source>
      <translation>Eine Datei %1 gibt es schon; ein Schlüssel wird nicht darüber geschrieben.</translation>
    </message>
    <message>
      <source>There is a folder %1 already, where pictures and files would go.</source>
      <translation>Es gibt schon einen Ordner %1, in den Bilder und Dateien kämen.</translation>
    </message>
    <message>
      <source>There is a role %1 already.</source>
      <translation>Es gibt schon eine Rolle %1.</translation>
    </message>
    <message>
      <source>There is an action %1 already.</source>
      <translation>Es gibt schon eine Aktion %1.</translation>
    </message>
    <message>
      <source>There is no answer from %1. Is it running, and are host and port right?</source>
      <translation>Von %1 kommt keine Antwort. Läuft es, und stimmen Rechner und Port?</translation>
    </message>
    <message>
      <source>There is no change %1 in the log.</source>
      <translation>Im Protokoll gibt es keine Änderung %1.</translation>
    </message>
    <message>
      <source>There is no change log, but there was one.</source>
      <translation>Es gibt kein Änderungsprotokoll, aber es gab eines.</translation>
    </message>
    <message>
      <source>There is no change to roll back.</source>
      <translation>Es gibt keine Änderung zurückzurollen.</translation>
    </message>
    <message>
      <source>There is no copied file to paste.</source>
      <translation>Es ist keine kopierte Datei da, die eingefügt werden könnte.</translation>
    </message>
    <message>
      <source>There is no field to export.</source>
      <translation>Es gibt kein Feld zum Exportieren.</translation>
    </message>
    <message>
      <source>There is no field “%1” here.</source>
      <translation>Hier gibt es kein Feld „%1“.</translation>
    </message>
    <message>
      <source>There is no field “%1” here. Did you mean “%2”?</source>
      <translation>Hier gibt es kein Feld „%1“. Ist „%2“ gemeint?</translation>
    </message>
    <message>
      <source>There is no file %1.</source>
      <translation>Es gibt keine Datei %1.</translation>
    </message>
    <message>
      <source>There is no finding “%1”.</source>
      <translation>Es gibt keine Feststellung „%1“.</translation>
    </message>
    <message>
      <source>There is no folder %1.</source>
      <translation>Den Ordner %1 gibt es nicht.</translation>
    </message>
    <message>
      <source>There is no function %1.</source>
      <translation>Es gibt keine Funktion %1.</translation>
    </message>
    <message>
      <source>There is no function %1. Did you mean %2?</source>
      <translation>Es gibt keine Funktion %1. Ist %2 gemeint?</translation>
    </message>
    <message>
      <source>There is no more room: the form is %1.</source>
      <translation>Hier ist kein Platz mehr: Das Muster ist %1.</translation>
    </message>
    <message>
      <source>There is no picture to paste.</source>
      <translation>Es gibt kein Bild zum Einfügen.</translation>
    </message>
    <message>
      <source>There is no record to print.</source>
      <translation>Es gibt keinen Datensatz zu drucken.</translation>
    </message>
    <message>
      <source>There is no record “%1” in this list.</source>
      <translation>In dieser Liste gibt es keinen Datensatz „%1“.</translation>
    </message>
    <message>
      <source>There is no room for temporary files.</source>
      <translation>Für vorläufige Dateien ist kein Platz.</translation>
    </message>
    <message>
      <source>There is no screen %1.</source>
      <translation>Es gibt keine Maske %1.</translation>
    </message>
    <message>
      <source>There is no screen “%1” to begin with.</source>
      <translation>Es gibt keine Maske „%1“, mit der begonnen werden könnte.</translation>
    </message>
    <message>
      <source>There is no screen “%1”.</source>
      <translation>Es gibt keine Maske „%1“.</translation>
    </message>
    <message>
      <source>There is no source %1.</source>
      <translation>Es gibt keine Quelle %1.</translation>
    </message>
    <message>
      <source>There is no space left for %1. Nothing was written.</source>
      <translation>Für %1 ist kein Platz mehr. Nichts wurde geschrieben.</translation>
    </message>
    <message>
      <source>There is no square root of a negative number.</source>
      <translation>Aus einer negativen Zahl gibt es keine Quadratwurzel.</translation>
    </message>
    <message>
      <source>There is no stage “%1”.</source>
      <translation>Es gibt keine Stufe „%1“.</translation>
    </message>
    <message>
      <source>There is no such file.</source>
      <translation>Es gibt keine solche Datei.</translation>
    </message>
    <message>
      <source>There is no such power of this number.</source>
      <translation>Eine solche Potenz dieser Zahl gibt es nicht.</translation>
    </message>
    <message>
      <source>There is no such printer.</source>
      <translation>Diesen Drucker gibt es nicht.</translation>
    </message>
    <message>
      <source>There is no such record in %1.</source>
      <translation>In %1 gibt es keinen solchen Datensatz.</translation>
    </message>
    <message>
      <source>There is no table %1 to look in.</source>
      <translation>Es gibt keine Tabelle %1 zum Nachsehen.</translation>
    </message>
    <message>
      <source>There is no table %1.</source>
      <translation>Es gibt keine Tabelle %1.</translation>
    </message>
    <message>
      <source>There is no table to copy.</source>
      <translation>Es gibt keine Tabelle zu kopieren.</translation>
    </message>
    <message>
      <source>There is no table “%1” here.</source>
      <translation>Hier gibt es keine Tabelle „%1“.</translation>
    </message>
    <message>
      <source>There is no table “%1” here. Did you mean “%2”?</source>
      <translation>Hier gibt es keine Tabelle „%1“. Ist „%2“ gemeint?</translation>
    </message>
    <message>
      <source>There is no view %1.</source>
      <translation>Es gibt keine Sicht %1.</translation>
    </message>
    <message>
      <source>There is not enough memory to read this.</source>
      <translation>Der Speicher reicht nicht, um dies zu lesen.</translation>
    </message>
    <message>
      <source>There is nothing for it on this screen.</source>
      <translation>Dafür gibt es auf dieser Maske nichts.</translation>
    </message>
    <message>
      <source>There is nothing in the log to roll back.</source>
      <translation>Im Protokoll gibt es nichts zurückzurollen.</translation>
    </message>
    <message>
      <source>There is nothing left to delete.</source>
      <translation>Es ist nichts mehr zu löschen.</translation>
    </message>
    <message>
      <source>There is nothing to change.</source>
      <translation>Es gibt nichts zu ändern.</translation>
    </message>
    <message>
      <source>There is nothing to do with a record here.</source>
      <translation>Mit einem Datensatz gibt es hier nichts zu tun.</translation>
    </message>
    <message>
      <source>There is nothing to import yet.</source>
      <translation>Es gibt noch nichts zu importieren.</translation>
    </message>
    <message>
      <source>There is nothing to redo.</source>
      <translation>Es gibt nichts zu wiederholen.</translation>
    </message>
    <message>
      <source>There is nothing to roll back: the records already are so.</source>
      <translation>Es gibt nichts zurückzurollen: Die Datensätze sind schon so.</translation>
    </message>
    <message>
      <source>There is nothing to undo.</source>
      <translation>Es gibt nichts rückgängig zu machen.</translation>
    </message>
    <message>
      <source>These are the keys of %1, which stay.</source>
      <translation>Das sind die Tasten von %1; sie bleiben.</translation>
    </message>
    <message>
      <source>These tables are left over in the target: %1.</source>
      <translation>Diese Tabellen sind im Ziel übrig: %1.</translation>
    </message>
    <message>
      <source>These would be filled with each other in a circle: %1.</source>
      <translation>Diese würden sich im Kreis miteinander füllen: %1.</translation>
    </message>
    <message>
      <source>They are asked of nothing.</source>
      <translation>Sie werden von nichts verlangt.</translation>
    </message>
    <message>
      <source>They are not shown.</source>
      <translation>Sie werden nicht gezeigt.</translation>
    </message>
    <message>
      <source>They are shown already.</source>
      <translation>Sie werden schon gezeigt.</translation>
    </message>
    <message>
      <source>They are stored together with the change, as one change.</source>
      <translation>Sie werden zusammen mit der Änderung gespeichert, als eine Änderung.</translation>
    </message>
    <message>
      <source>They belong here already.</source>
      <translation>Sie gehören schon hierher.</translation>
    </message>
    <message>
      <source>They stay as they are; who changes one of its fields has to mend them.</source>
      <translation>Sie bleiben, wie sie sind; wer eines ihrer Felder ändert, muss sie beheben.</translation>
    </message>
    <message>
      <source>They were the keys of %1, which has none now.</source>
      <translation>Es waren die Tasten von %1, das jetzt keine hat.</translation>
    </message>
    <message>
      <source>This %1 address is not well formed: %2</source>
      <translation>Diese Adresse für %1 ist nicht wohlgeformt: %2</translation>
    </message>
    <message>
      <source>This account cannot see all that change %1 did, so it can neither be shown nor rolled back from here.</source>
      <translation>Dieses Konto sieht nicht alles, was Änderung %1 getan hat; sie kann von hier weder gezeigt noch zurückgenommen werden.</translation>
    </message>
    <message>
      <source>This account does not see all of the change log, so it cannot tell whether it is what was written. Have it verified by one that does.</source>
      <translation>Dieses Konto sieht nicht das ganze Änderungsprotokoll und kann darum nicht sagen, ob es ist, was geschrieben wurde. Lassen Sie es von einem prüfen, das alles sieht.</translation>
    </message>
    <message>
      <source>This account has no right to add records to %1.</source>
      <translation>Dieses Konto darf in %1 keine Datensätze hinzufügen.</translation>
    </message>
    <message>
      <source>This account has no right to call %1.</source>
      <translation>Dieses Konto darf %1 nicht aufrufen.</translation>
    </message>
    <message>
      <source>This account has no right to change records of %1.</source>
      <translation>Dieses Konto darf in %1 keine Datensätze ändern.</translation>
    </message>
    <message>
      <source>This account has no right to delete records of %1.</source>
      <translation>Dieses Konto darf in %1 keine Datensätze löschen.</translation>
    </message>
    <message>
      <source>This account has no right to do that.</source>
      <translation>Dieses Konto darf das nicht tun.</translation>
    </message>
    <message>
      <source>This account has no right to read %1.</source>
      <translation>Dieses Konto darf %1 nicht lesen.</translation>
    </message>
    <message>
      <source>This account has no right to the database %1.</source>
      <translation>Dieses Konto hat kein Recht an der Datenbank %1.</translation>
    </message>
    <message>
      <source>This account has no right to write %1.</source>
      <translation>Dieses Konto darf %1 nicht schreiben.</translation>
    </message>
    <message>
      <source>This check has no condition.</source>
      <translation>Diese Prüfung hat keine Bedingung.</translation>
    </message>
    <message>
      <source>This check has no pattern.</source>
      <translation>Diese Prüfung hat kein Muster.</translation>
    </message>
    <message>
      <source>This comment has no end (*/).</source>
      <translation>Dieser Kommentar hat kein Ende (*/).</translation>
    </message>
    <message>
      <source>This connection</source>
      <translation>Diese Verbindung</translation>
    </message>
    <message>
      <source>This connection does not allow adding records.</source>
      <translation>Diese Verbindung erlaubt nicht, Datensätze hinzuzufügen.</translation>
    </message>
    <message>
      <source>This connection does not allow it.</source>
      <translation>Diese Verbindung erlaubt es nicht.</translation>
    </message>
    <message>
      <source>This connection does not allow trimming the change log: what is trimmed can never be rolled back. The project's connection has to say that it may be (may_trim).</source>
      <translation>Diese Verbindung erlaubt nicht, das Änderungsprotokoll zu kürzen: Was gekürzt ist, lässt sich nie zurückrollen. Die Verbindung des Projekts muss es erlauben (may_trim).</translation>
    </message>
    <message>
      <source>This engine divides no table by records: who writes can read the whole change log with other programs.</source>
      <translation>Diese Datenbank teilt keine Tabelle nach Datensätzen: wer schreibt, kann mit anderen Programmen das ganze Änderungsprotokoll lesen.</translation>
    </message>
    <message>
      <source>This engine has no conditions on single records: with other programs accounts reach all records of %1.</source>
      <translation>Diese Datenbank kennt keine Bedingungen an einzelne Datensätze: mit anderen Programmen erreichen Konten alle Datensätze von %1.</translation>
    </message>
    <message>
      <source>This engine has no routines: %1 cannot be called.</source>
      <translation>Diese Datenbank hat keine Routinen: %1 kann nicht aufgerufen werden.</translation>
    </message>
    <message>
      <source>This expression gives no value of %1.</source>
      <translation>Dieser Ausdruck ergibt keinen Wert von %1.</translation>
    </message>
    <message>
      <source>This expression has too many parts.</source>
      <translation>Dieser Ausdruck hat zu viele Teile.</translation>
    </message>
    <message>
      <source>This is %1, which cannot be compared with %2.</source>
      <translation>Dies ist %1, was sich nicht mit %2 vergleichen lässt.</translation>
    </message>
    <message>
      <source>This is %1, which has no order.</source>
      <translation>Dies ist %1, was keine Ordnung hat.</translation>
    </message>
    <message>
      <source>This is %1, which has no such part.</source>
      <translation>Dies ist %1, was keinen solchen Teil hat.</translation>
    </message>
    <message>
      <source>This is %1; the values before it are %2.</source>
      <translation>Dies ist %1; die Werte davor sind %2.</translation>
    </message>
    <message>
      <source>This is a text. Write %1 before it to compare it with %2.</source>
      <translation>Dies ist ein Text. Schreiben Sie %1 davor, um ihn mit %2 zu vergleichen.</translation>
    </message>
    <message>
      <source>This is more than one statement. Write one SELECT.</source>
      <translation>Dies ist mehr als eine Anweisung. Schreiben Sie ein SELECT.</translation>
    </message>
    <message>
      <source>This is nested too deeply.</source>
      <translation>Dies ist zu tief verschachtelt.</translation>
    </message>
    <message>
      <source>This is no Gravin project: the member “gravin” is missing.</source>
      <translation>Dies ist kein Gravin-Projekt: Das Mitglied „gravin“ fehlt.</translation>
    </message>
    <message>
      <source>This is no pattern: %1</source>
      <translation>Dies ist kein Muster: %1</translation>
    </message>
    <message>
      <source>This is no project.</source>
      <translation>Das ist kein Projekt.</translation>
    </message>
    <message>
      <source>This is no regular expression: %1.</source>
      <translation>Dies ist kein regulärer Ausdruck: %1.</translation>
    </message>
    <message>
      <source>This is not JSON from character %1 on.</source>
      <translation>Dies ist ab Zeichen %1 kein JSON.</translation>
    </message>
    <message>
      <source>This is not a picture that can be shown.</source>
      <translation>Das ist kein Bild, das gezeigt werden kann.</translation>
    </message>
    <message>
      <source>This is the first record.</source>
      <translation>Dies ist der erste Datensatz.</translation>
    </message>
    <message>
      <source>This is the last record.</source>
      <translation>Dies ist der letzte Datensatz.</translation>
    </message>
    <message>
      <source>This is the table as it was. It can only be read.</source>
      <translation>So war die Tabelle. Sie lässt sich nur lesen.</translation>
    </message>
    <message>
      <source>This is under way, but it could not be noted: were Gravin cut off now, the next start could not say what became of it.</source>
      <translation>Dies läuft, ließ sich aber nicht vermerken: Würde Gravin jetzt abgebrochen, könnte der nächste Start nicht sagen, was daraus wurde.</translation>
    </message>
    <message>
      <source>This is where the rows are already.</source>
      <translation>Dort sind die Zeilen schon.</translation>
    </message>
    <message>
      <source>This length has neither a shortest nor a longest.</source>
      <translation>Diese Länge hat weder ein Mindestmaß noch ein Höchstmaß.</translation>
    </message>
    <message>
      <source>This list has no boxes to tick. Its screen's settings have them.</source>
      <translation>Diese Liste hat keine Kästchen. Die Einstellungen ihrer Maske haben sie.</translation>
    </message>
    <message>
      <source>This list has no value.</source>
      <translation>Diese Liste hat keinen Wert.</translation>
    </message>
    <message>
      <source>This log was begun without hashes. The next change adds them.</source>
      <translation>Dieses Protokoll wurde ohne Prüfsummen begonnen. Die nächste Änderung fügt sie hinzu.</translation>
    </message>
    <message>
      <source>This must hold: %1.</source>
      <translation>Dies muss gelten: %1.</translation>
    </message>
    <message>
      <source>This name has no closing quote (").</source>
      <translation>Diesem Namen fehlt das schließende Anführungszeichen (").</translation>
    </message>
    <message>
      <source>This number has too many digits.</source>
      <translation>Diese Zahl hat zu viele Stellen.</translation>
    </message>
    <message>
      <source>This project has no screens yet.</source>
      <translation>Dieses Projekt hat noch keine Masken.</translation>
    </message>
    <message>
      <source>This project keeps no change log in its database.</source>
      <translation>Dieses Projekt führt in seiner Datenbank kein Änderungsprotokoll.</translation>
    </message>
    <message>
      <source>This project keeps no change log.</source>
      <translation>Dieses Projekt führt kein Änderungsprotokoll.</translation>
    </message>
    <message>
      <source>This project only reads its database, because keeping a change log in it was not agreed to.</source>
      <translation>Dieses Projekt liest seine Datenbank nur, weil einem Änderungsprotokoll in ihr nicht zugestimmt wurde.</translation>
    </message>
    <message>
      <source>This project only reads its database.</source>
      <translation>Dieses Projekt liest seine Datenbank nur.</translation>
    </message>
    <message>
      <source>This project was written by a newer Gravin (format %1; this one reads up to %2). Open it with that one.</source>
      <translation>Dieses Projekt wurde von einem neueren Gravin geschrieben (Format %1; dieses liest bis %2). Öffnen Sie es mit jenem.</translation>
    </message>
    <message>
      <source>This range has neither a least nor a most.</source>
      <translation>Dieser Bereich hat weder ein Mindestes noch ein Höchstes.</translation>
    </message>
    <message>
      <source>This record is deleted with the next save.</source>
      <translation>Dieser Datensatz wird mit dem nächsten Speichern gelöscht.</translation>
    </message>
    <message>
      <source>This record is not saved yet: discard it instead.</source>
      <translation>Dieser Datensatz ist noch nicht gespeichert: Verwerfen Sie ihn stattdessen.</translation>
    </message>
    <message>
      <source>This record is not stored yet.</source>
      <translation>Dieser Datensatz ist noch nicht gespeichert.</translation>
    </message>
    <message>
      <source>This record is not there any more.</source>
      <translation>Dieser Datensatz ist nicht mehr da.</translation>
    </message>
    <message>
      <source>This record is referred to by %1. Delete or change them first, or delete them with it.</source>
      <translation>Auf diesen Datensatz verweisen %1. Löschen oder ändern Sie sie zuerst, oder löschen Sie sie mit.</translation>
    </message>
    <message>
      <source>This record refers to none.</source>
      <translation>Dieser Datensatz verweist auf keinen.</translation>
    </message>
    <message>
      <source>This screen</source>
      <translation>Diese Maske</translation>
    </message>
    <message>
      <source>This screen is made for the moment only. Make one for its table first.</source>
      <translation>Diese Maske besteht nur für den Moment. Legen Sie zuerst eine für ihre Tabelle an.</translation>
    </message>
    <message>
      <source>This screen shows no lines.</source>
      <translation>Diese Maske zeigt keine Positionen.</translation>
    </message>
    <message>
      <source>This screen shows only these.</source>
      <translation>Diese Maske zeigt nur diese.</translation>
    </message>
    <message>
      <source>This text has %1 characters; at most %2 fit.</source>
      <translation>Dieser Text hat %1 Zeichen; höchstens %2 passen.</translation>
    </message>
    <message>
      <source>This text has no closing quote (').</source>
      <translation>Diesem Text fehlt das schließende Anführungszeichen (').</translation>
    </message>
    <message>
      <source>This took longer than the %1 that the connection allows a statement. Nothing was changed.</source>
      <translation>Das dauerte länger als die %1, die die Verbindung einer Anweisung erlaubt. Nichts wurde geändert.</translation>
    </message>
    <message>
      <source>This trial is not on any more.</source>
      <translation>Dieser Versuch läuft nicht mehr.</translation>
    </message>
    <message>
      <source>This was typed and could not be taken.</source>
      <translation>Dies wurde getippt und ließ sich nicht übernehmen.</translation>
    </message>
    <message>
      <source>Tick a table to have it watched, untick one to end it.</source>
      <translation>Eine Tabelle ankreuzen, um sie beobachten zu lassen; das Kreuz entfernen, um es zu beenden.</translation>
    </message>
    <message>
      <source>Tick all</source>
      <translation>Alle ankreuzen</translation>
    </message>
    <message>
      <source>Tick at least one value.</source>
      <translation>Kreuzen Sie mindestens einen Wert an.</translation>
    </message>
    <message>
      <source>Tick or untick what is selected</source>
      <translation>Ausgewähltes an- oder abkreuzen</translation>
    </message>
    <message>
      <source>Tick the first line of a screen to say otherwise for it.</source>
      <translation>Haken Sie die erste Zeile einer Maske an, um für sie anderes zu sagen.</translation>
    </message>
    <message>
      <source>Ticked fields stand on a card, the first one large; dragging, or Ctrl with an arrow, changes their order</source>
      <translation>Angehakte Felder stehen auf einer Karte, das erste groß; Ziehen, oder Strg mit einem Pfeil, ändert ihre Reihenfolge</translation>
    </message>
    <message>
      <source>Time</source>
      <translation>Uhrzeit</translation>
    </message>
    <message>
      <source>Timeline of changes</source>
      <translation>Zeitleiste der Änderungen</translation>
    </message>
    <message>
      <source>To know</source>
      <translation>Zu wissen</translation>
    </message>
    <message>
      <source>Together with</source>
      <translation>Zusammen mit</translation>
    </message>
    <message>
      <source>Too many levels of references hang on this record.</source>
      <translation>An diesem Datensatz hängen zu viele Ebenen von Verweisen.</translation>
    </message>
    <message>
      <source>Too many records follow this one when its key changes.</source>
      <translation>Diesem folgen zu viele Datensätze, wenn sich sein Schlüssel ändert.</translation>
    </message>
    <message>
      <source>Took up %1, not saved yet.</source>
      <translation>%1 aufgenommen, noch nicht gespeichert.</translation>
    </message>
    <message>
      <source>Total</source>
      <translation>Ergebnis</translation>
    </message>
    <message>
      <source>Total nothing there</source>
      <translation>Dort nichts zusammenrechnen</translation>
    </message>
    <message>
      <source>Totals</source>
      <translation>Ergebnisse</translation>
    </message>
    <message>
      <source>Trim the change log</source>
      <translation>Änderungsprotokoll kürzen</translation>
    </message>
    <message>
      <source>Two columns of %1 are called %2. Give one of them another name with AS.</source>
      <translation>Zwei Spalten von %1 heißen %2. Geben Sie einer mit AS einen anderen Namen.</translation>
    </message>
    <message>
      <source>Two columns of the file are called “%1”.</source>
      <translation>Zwei Spalten der Datei heißen „%1“.</translation>
    </message>
    <message>
      <source>Two columns of the file go to %1.</source>
      <translation>Zwei Spalten der Datei gehen nach %1.</translation>
    </message>
    <message>
      <source>Two fields are called %1.</source>
      <translation>Zwei Felder heißen %1.</translation>
    </message>
    <message>
      <source>Two fields of the screen are bound to the column %1.</source>
      <translation>Zwei Felder der Maske sind an die Spalte %1 gebunden.</translation>
    </message>
    <message>
      <source>Two pages of the guide are called %1.</source>
      <translation>Zwei Seiten der Anleitung heißen %1.</translation>
    </message>
    <message>
      <source>Two records may get the same value. A check of the project can see to it.</source>
      <translation>Zwei Datensätze könnten denselben Wert bekommen. Eine Prüfung des Projekts kann darauf achten.</translation>
    </message>
    <message>
      <source>Two records that are saved together write different things into the same field of a third one. Make them alike, or discard one.</source>
      <translation>Zwei Datensätze, die zusammen gespeichert werden, schreiben Verschiedenes in dasselbe Feld eines dritten. Gleichen Sie sie an oder verwerfen Sie eines.</translation>
    </message>
    <message>
      <source>Two roles have the name “%1”.</source>
      <translation>Zwei Rollen heißen „%1“.</translation>
    </message>
    <message>
      <source>Two screens have the id “%1”.</source>
      <translation>Zwei Masken haben die Kennung „%1“.</translation>
    </message>
    <message>
      <source>Two sources have the name “%1”.</source>
      <translation>Zwei Quellen haben den Namen „%1“.</translation>
    </message>
    <message>
      <source>Type</source>
      <translation>Typ</translation>
    </message>
    <message>
      <source>Type choices (stored; another=its label) or table.column.</source>
      <translation>Tippen Sie die Auswahl (gespeichert; anderes=Beschriftung) oder tabelle.spalte.</translation>
    </message>
    <message>
      <source>Type over a cell, or click into the form. %1 saves the record; Esc steps back.</source>
      <translation>Eine Zelle überschreiben oder ins Formular klicken. %1 speichert den Datensatz; Esc geht einen Schritt zurück.</translation>
    </message>
    <message>
      <source>Type the column of %1 that takes the file's name: a text.</source>
      <translation>Geben Sie die Spalte von %1 an, die den Namen der Datei aufnimmt: einen Text.</translation>
    </message>
    <message>
      <source>Type the form of the text: A for a letter, 9 for a digit, * for either, as in AA-999.</source>
      <translation>Tippen Sie die Form des Textes: A für einen Buchstaben, 9 für eine Ziffer, * für beides, wie in AA-999.</translation>
    </message>
    <message>
      <source>Type the title of a section.</source>
      <translation>Tippen Sie den Titel eines Abschnitts.</translation>
    </message>
    <message>
      <source>Type the two words for yes and no: lit / dark.</source>
      <translation>Tippen Sie die beiden Wörter für ja und nein: an / aus.</translation>
    </message>
    <message>
      <source>Type to find</source>
      <translation>Tippen zum Finden</translation>
    </message>
    <message>
      <source>Type what is shown: %1.column.</source>
      <translation>Tippen Sie, was gezeigt wird: %1.spalte.</translation>
    </message>
    <message>
      <source>Typical</source>
      <translation>Typisch</translation>
    </message>
    <message>
      <source>Under this name, in the project:</source>
      <translation>Unter diesem Namen, im Projekt:</translation>
    </message>
    <message>
      <source>Undo</source>
      <translation>Rückgängig</translation>
    </message>
    <message>
      <source>Undo %1</source>
      <translation>%1 rückgängig</translation>
    </message>
    <message>
      <source>Undo the last edit</source>
      <translation>Letzte Änderung rückgängig</translation>
    </message>
    <message>
      <source>Undo what was accepted last</source>
      <translation>Zuletzt Angenommenes rückgängig</translation>
    </message>
    <message>
      <source>Unique</source>
      <translation>Eindeutig</translation>
    </message>
    <message>
      <source>Unpin</source>
      <translation>Lösen</translation>
    </message>
    <message>
      <source>Unsaved edits</source>
      <translation>Nicht gespeicherte Änderungen</translation>
    </message>
    <message>
      <source>Unsaved edits cannot be kept in %1.</source>
      <translation>Nicht gespeicherte Änderungen lassen sich in %1 nicht behalten.</translation>
    </message>
    <message>
      <source>Unsaved edits could not be kept in %1.</source>
      <translation>Nicht gespeicherte Änderungen ließen sich in %1 nicht behalten.</translation>
    </message>
    <message>
      <source>Unsaved edits of an earlier run are not offered. %1</source>
      <translation>Nicht gespeicherte Änderungen eines früheren Laufs werden nicht angeboten. %1</translation>
    </message>
    <message>
      <source>Unsaved edits of an earlier run could not be read in full. What there is was set aside as %1.</source>
      <translation>Nicht gespeicherte Änderungen eines früheren Laufs ließen sich nicht vollständig lesen. Was da ist, wurde als %1 beiseite gelegt.</translation>
    </message>
    <message>
      <source>Untick all</source>
      <translation>Alle abkreuzen</translation>
    </message>
    <message>
      <source>Unusual</source>
      <translation>Ungewöhnlich</translation>
    </message>
    <message>
      <source>Unusual (%1)</source>
      <translation>Ungewöhnlich (%1)</translation>
    </message>
    <message>
      <source>Up</source>
      <translation>Auf</translation>
    </message>
    <message>
      <source>Use</source>
      <translation>Arbeiten</translation>
    </message>
    <message>
      <source>Use another database…</source>
      <translation>Andere Datenbank verwenden…</translation>
    </message>
    <message>
      <source>Use it</source>
      <translation>Verwenden</translation>
    </message>
    <message>
      <source>Use it all the same: %1 will not work</source>
      <translation>Trotzdem verwenden: %1 funktionieren dann nicht</translation>
    </message>
    <message>
      <source>Use this SELECT</source>
      <translation>Dieses SELECT verwenden</translation>
    </message>
    <message>
      <source>Use this database</source>
      <translation>Diese Datenbank verwenden</translation>
    </message>
    <message>
      <source>Values</source>
      <translation>Werte</translation>
    </message>
    <message>
      <source>Values are shown as they are stored.</source>
      <translation>Werte werden gezeigt, wie sie gespeichert sind.</translation>
    </message>
    <message>
      <source>Values are written so: field = expression; field = expression</source>
      <translation>Werte werden so geschrieben: Feld = Ausdruck; Feld = Ausdruck</translation>
    </message>
    <message>
      <source>Values cannot be read or keyed in as they are.</source>
      <translation>Werte lassen sich so weder lesen noch eintippen.</translation>
    </message>
    <message>
      <source>Values, address or folder</source>
      <translation>Werte, Adresse oder Ordner</translation>
    </message>
    <message>
      <source>Verify the log</source>
      <translation>Das Protokoll prüfen</translation>
    </message>
    <message>
      <source>Visible</source>
      <translation>Sichtbar</translation>
    </message>
    <message>
      <source>Visible if</source>
      <translation>Sichtbar wenn</translation>
    </message>
    <message>
      <source>Visible is yes, no, in grid or in form.</source>
      <translation>Sichtbar ist ja, nein, im Raster oder im Formular.</translation>
    </message>
    <message>
      <source>Watch what is ticked</source>
      <translation>Angekreuzte beobachten</translation>
    </message>
    <message>
      <source>Watched from now on: %1.</source>
      <translation>Ab jetzt beobachtet: %1.</translation>
    </message>
    <message>
      <source>Watched tables</source>
      <translation>Beobachtete Tabellen</translation>
    </message>
    <message>
      <source>Watched tables…</source>
      <translation>Beobachtete Tabellen…</translation>
    </message>
    <message>
      <source>What</source>
      <translation>Was</translation>
    </message>
    <message>
      <source>What %1 begins with</source>
      <translation>Womit %1 beginnt</translation>
    </message>
    <message>
      <source>What %1 begins with: %2</source>
      <translation>Womit %1 beginnt: %2</translation>
    </message>
    <message>
      <source>What %1 does %2 is in the change log. What else it does is not, and cannot be rolled back.</source>
      <translation>Was %1 %2 tut, steht im Änderungsprotokoll. Was sie sonst tut, nicht, und kann nicht zurückgenommen werden.</translation>
    </message>
    <message>
      <source>What %1 does is in no change log and cannot be rolled back.</source>
      <translation>Was %1 tut, steht in keinem Änderungsprotokoll und kann nicht zurückgenommen werden.</translation>
    </message>
    <message>
      <source>What %1 does with an account's rights or with its maker's it says itself (SECURITY DEFINER): only then does it need no right to the tables.</source>
      <translation>Ob %1 mit den Rechten des Kontos oder ihres Erstellers arbeitet, sagt sie selbst (SECURITY DEFINER): nur dann braucht sie kein Recht an den Tabellen.</translation>
    </message>
    <message>
      <source>What ON DELETE and ON UPDATE let follow, and TRUNCATE, MariaDB tells no trigger. What Gravin writes is logged all the same.</source>
      <translation>Was ON DELETE und ON UPDATE nach sich ziehen, und TRUNCATE, sagt MariaDB keinem Trigger. Was Gravin schreibt, wird trotzdem protokolliert.</translation>
    </message>
    <message>
      <source>What a change of many records does with one that fails</source>
      <translation>Was eine Änderung vieler Datensätze mit einem tut, der nicht besteht</translation>
    </message>
    <message>
      <source>What a new record begins with</source>
      <translation>Womit ein neuer Datensatz beginnt</translation>
    </message>
    <message>
      <source>What accounts were granted of the change log's tables before stays: take it from them (REVOKE), and DROP and ALTER of the whole database too.</source>
      <translation>Was Konten früher an den Tabellen des Änderungsprotokolls gewährt wurde, bleibt: nehmen Sie es ihnen (REVOKE), auch DROP und ALTER der ganzen Datenbank.</translation>
    </message>
    <message>
      <source>What became of the work that was under way cannot be told: %1</source>
      <translation>Was aus der laufenden Arbeit wurde, lässt sich nicht sagen: %1</translation>
    </message>
    <message>
      <source>What becomes of a pick that an edit of other fields leaves without an offer: it is a problem, or emptied</source>
      <translation>Was aus einer Wahl wird, die durch andere Felder nicht mehr angeboten wird: ein Problem, oder sie wird geleert</translation>
    </message>
    <message>
      <source>What belongs to the record above</source>
      <translation>Was zum Datensatz oben gehört</translation>
    </message>
    <message>
      <source>What both of you made of the project does not go together: %1 Choose otherwise.</source>
      <translation>Was Sie beide aus dem Projekt gemacht haben, passt nicht zusammen: %1 Wählen Sie anders.</translation>
    </message>
    <message>
      <source>What change %1 did to its records has been trimmed from the log. It cannot be rolled back any more.</source>
      <translation>Was Änderung %1 mit ihren Datensätzen tat, wurde aus dem Protokoll gekürzt. Sie lässt sich nicht mehr zurückrollen.</translation>
    </message>
    <message>
      <source>What changes</source>
      <translation>Was sich ändert</translation>
    </message>
    <message>
      <source>What changes (%1)</source>
      <translation>Was sich ändert (%1)</translation>
    </message>
    <message>
      <source>What counts</source>
      <translation>Was gilt</translation>
    </message>
    <message>
      <source>What does not come along, or comes in another way</source>
      <translation>Was nicht oder anders mitkommt</translation>
    </message>
    <message>
      <source>What else can be done to the change, and to the log</source>
      <translation>Was sich mit der Änderung und dem Protokoll sonst tun lässt</translation>
    </message>
    <message>
      <source>What expressions can say</source>
      <translation>Was Ausdrücke sagen können</translation>
    </message>
    <message>
      <source>What fits there is kept, and what does not is said before</source>
      <translation>Was dort passt, bleibt; was nicht, wird vorher gesagt</translation>
    </message>
    <message>
      <source>What fitted before may be refused, cut or ordered otherwise.</source>
      <translation>Was vorher passte, kann abgelehnt, gekürzt oder anders geordnet werden.</translation>
    </message>
    <message>
      <source>What happens to %1 when its record of %2 is deleted is another thing there.</source>
      <translation>Was mit %1 geschieht, wenn sein Datensatz von %2 gelöscht wird, ist dort etwas anderes.</translation>
    </message>
    <message>
      <source>What is done</source>
      <translation>Was getan wird</translation>
    </message>
    <message>
      <source>What is found or looked up here may be missed.</source>
      <translation>Was hier gefunden oder nachgeschlagen wird, kann verfehlt werden.</translation>
    </message>
    <message>
      <source>What is said when a required field is empty</source>
      <translation>Was gesagt wird, wenn ein Pflichtfeld leer ist</translation>
    </message>
    <message>
      <source>What is sent to the database for this screen</source>
      <translation>Was für diese Maske an die Datenbank gesandt wird</translation>
    </message>
    <message>
      <source>What is set by itself: added CURRENT_USER, or changed CURRENT_TIMESTAMP. Nobody types there then</source>
      <translation>Was von selbst gesetzt wird: hinzugefügt CURRENT_USER oder geändert CURRENT_TIMESTAMP. Dort tippt dann niemand</translation>
    </message>
    <message>
      <source>What is so</source>
      <translation>Was so ist</translation>
    </message>
    <message>
      <source>What is ticked stays so while one moves, searches and sorts</source>
      <translation>Angekreuztes bleibt es, während man sich bewegt, sucht und sortiert</translation>
    </message>
    <message>
      <source>What is unique, found or looked up here may meet others.</source>
      <translation>Was hier eindeutig ist, gefunden oder nachgeschlagen wird, kann auf andere treffen.</translation>
    </message>
    <message>
      <source>What it asks for</source>
      <translation>Wonach sie fragt</translation>
    </message>
    <message>
      <source>What it brings</source>
      <translation>Was es bedeutet</translation>
    </message>
    <message>
      <source>What it gets</source>
      <translation>Was es bekommt</translation>
    </message>
    <message>
      <source>What it may</source>
      <translation>Was sie darf</translation>
    </message>
    <message>
      <source>What it reaches</source>
      <translation>Worauf es zugreift</translation>
    </message>
    <message>
      <source>What lets the server hold accounts to these roles</source>
      <translation>Womit der Server Konten an diese Rollen bindet</translation>
    </message>
    <message>
      <source>What must hold for %1</source>
      <translation>Was für %1 gelten muss</translation>
    </message>
    <message>
      <source>What must hold for the records of this table</source>
      <translation>Was für die Datensätze dieser Tabelle gelten muss</translation>
    </message>
    <message>
      <source>What must hold. Return opens the checks</source>
      <translation>Was gelten muss. Eingabe öffnet die Prüfungen</translation>
    </message>
    <message>
      <source>What old changes did can then be forgotten, and never be rolled back</source>
      <translation>Was alte Änderungen taten, kann dann vergessen und nie zurückgerollt werden</translation>
    </message>
    <message>
      <source>What other programs did to watched tables does not come into the change log. %1</source>
      <translation>Was andere Programme an beobachteten Tabellen getan haben, kommt nicht ins Änderungsprotokoll. %1</translation>
    </message>
    <message>
      <source>What other programs write into new columns does not come into the change log. Watch the table anew.</source>
      <translation>Was andere Programme in neue Spalten schreiben, kommt nicht ins Änderungsprotokoll. Die Tabelle neu beobachten lassen.</translation>
    </message>
    <message>
      <source>What people call the field</source>
      <translation>Wie das Feld genannt wird</translation>
    </message>
    <message>
      <source>What people of other languages call it: de=Feuerhöhe; fr=Hauteur</source>
      <translation>Wie Menschen anderer Sprachen es nennen: de=Feuerhöhe; fr=Hauteur</translation>
    </message>
    <message>
      <source>What should be known of this change later?</source>
      <translation>Was sollte später von dieser Änderung bekannt sein?</translation>
    </message>
    <message>
      <source>What stands behind ESCAPE is one character.</source>
      <translation>Was hinter ESCAPE steht, ist ein Zeichen.</translation>
    </message>
    <message>
      <source>What stands between them is a text in single quotes.</source>
      <translation>Was dazwischen steht, ist ein Text in einfachen Anführungszeichen.</translation>
    </message>
    <message>
      <source>What stands there</source>
      <translation>Was dort steht</translation>
    </message>
    <message>
      <source>What stands there instead</source>
      <translation>Was stattdessen dort steht</translation>
    </message>
    <message>
      <source>What stays and what goes</source>
      <translation>Was bleibt und was wegfällt</translation>
    </message>
    <message>
      <source>What the database wrote down of %1 cannot be read. Have the table watched anew (gravin watch).</source>
      <translation>Was die Datenbank von %1 aufgeschrieben hat, ist nicht lesbar. Die Tabelle neu beobachten lassen (gravin watch).</translation>
    </message>
    <message>
      <source>What the file lacks is deleted</source>
      <translation>Was in der Datei fehlt, wird gelöscht</translation>
    </message>
    <message>
      <source>What the file lacks is listed</source>
      <translation>Was in der Datei fehlt, wird gezeigt</translation>
    </message>
    <message>
      <source>What the file lacks stays</source>
      <translation>Was in der Datei fehlt, bleibt</translation>
    </message>
    <message>
      <source>What the foot of the list says of all its values</source>
      <translation>Was der Fuß der Liste von allen Werten sagt</translation>
    </message>
    <message>
      <source>What the list begins with: %1</source>
      <translation>Womit die Liste beginnt: %1</translation>
    </message>
    <message>
      <source>What the list is asked with</source>
      <translation>Womit die Liste gefragt wird</translation>
    </message>
    <message>
      <source>What the role says of it holds nowhere.</source>
      <translation>Was die Rolle davon sagt, gilt nirgends.</translation>
    </message>
    <message>
      <source>What the routines get</source>
      <translation>Was die Routinen bekommen</translation>
    </message>
    <message>
      <source>What the stored values say, and %1</source>
      <translation>Was die gespeicherten Werte sagen, und %1</translation>
    </message>
    <message>
      <source>What the stored values say. Return shows more</source>
      <translation>Was die gespeicherten Werte sagen. Eingabe zeigt mehr</translation>
    </message>
    <message>
      <source>What the values of %1 say</source>
      <translation>Was die Werte von %1 sagen</translation>
    </message>
    <message>
      <source>What there is no room for</source>
      <translation>Wofür kein Platz ist</translation>
    </message>
    <message>
      <source>What to do where it is: %1</source>
      <translation>Was zu tun ist, wo es: %1</translation>
    </message>
    <message>
      <source>What to mend</source>
      <translation>Was zu beheben ist</translation>
    </message>
    <message>
      <source>What was asked for is saved. Nothing was printed.</source>
      <translation>Was gefragt wurde, ist gespeichert. Es wurde nichts gedruckt.</translation>
    </message>
    <message>
      <source>What was changed here and there goes together. Nothing of it is lost; what counts can be chosen for each.</source>
      <translation>Was hier und dort geändert wurde, passt zusammen. Nichts davon geht verloren; was gilt, lässt sich für jede wählen.</translation>
    </message>
    <message>
      <source>What was changed up to change %1 has been trimmed from the log. Nothing before it can be shown.</source>
      <translation>Was bis Änderung %1 geändert wurde, ist aus dem Protokoll gekürzt. Davor lässt sich nichts zeigen.</translation>
    </message>
    <message>
      <source>What was copied and read again</source>
      <translation>Was kopiert und noch einmal gelesen wurde</translation>
    </message>
    <message>
      <source>What was said in the last hour</source>
      <translation>Was in der letzten Stunde gesagt wurde</translation>
    </message>
    <message>
      <source>What was said…</source>
      <translation>Was gesagt wurde…</translation>
    </message>
    <message>
      <source>What was typed</source>
      <translation>Was getippt wurde</translation>
    </message>
    <message>
      <source>What will run</source>
      <translation>Was ausgeführt wird</translation>
    </message>
    <message>
      <source>What would change</source>
      <translation>Was sich ändern würde</translation>
    </message>
    <message>
      <source>Whatever was to be closed to this role may be open now.</source>
      <translation>Was dieser Rolle verschlossen sein sollte, steht jetzt vielleicht offen.</translation>
    </message>
    <message>
      <source>When</source>
      <translation>Wann</translation>
    </message>
    <message>
      <source>Where</source>
      <translation>Wo</translation>
    </message>
    <message>
      <source>Where a connection is protected, no part of the address, name or password may hold a closing brace beside a semicolon, a blank, an equals sign or another brace.</source>
      <translation>Wo eine Verbindung geschützt ist, darf kein Teil von Adresse, Name oder Kennwort eine schließende geschweifte Klammer neben einem Semikolon, Leerzeichen, Gleichheitszeichen oder einer anderen Klammer enthalten.</translation>
    </message>
    <message>
      <source>Where a database forbids writing to its tables, it often has routines that do it. Checks, the change log and rollback work through them too.</source>
      <translation>Wo eine Datenbank verbietet, in ihre Tabellen zu schreiben, hat sie oft Routinen dafür. Prüfungen, Änderungsprotokoll und Zurücknehmen gehen auch durch sie.</translation>
    </message>
    <message>
      <source>Where the project does not fit its database</source>
      <translation>Wo das Projekt nicht zu seiner Datenbank passt</translation>
    </message>
    <message>
      <source>Where to keep the project</source>
      <translation>Wo das Projekt liegen soll</translation>
    </message>
    <message>
      <source>Which</source>
      <translation>Welche</translation>
    </message>
    <message>
      <source>Which column goes to which field</source>
      <translation>Welche Spalte in welches Feld geht</translation>
    </message>
    <message>
      <source>Which is the record's</source>
      <translation>Was das des Datensatzes ist</translation>
    </message>
    <message>
      <source>Which records</source>
      <translation>Welche Datensätze</translation>
    </message>
    <message>
      <source>While a column that triggers name is dropped or renamed, each statement that changes the table fails: have the table not watched before. A new one is seen when the table is watched anew.</source>
      <translation>Wird eine Spalte, die Trigger nennen, entfernt oder umbenannt, schlägt danach jede Anweisung fehl, die die Tabelle ändert: vorher die Beobachtung beenden. Eine neue wird gesehen, wenn die Tabelle neu beobachtet wird.</translation>
    </message>
    <message>
      <source>Who</source>
      <translation>Wer</translation>
    </message>
    <message>
      <source>Who has it</source>
      <translation>Wer sie hat</translation>
    </message>
    <message>
      <source>Who has the role sees no record there.</source>
      <translation>Wer die Rolle hat, sieht dort keinen Datensatz.</translation>
    </message>
    <message>
      <source>Who may do what</source>
      <translation>Wer was darf</translation>
    </message>
    <message>
      <source>Who may do what…</source>
      <translation>Wer was darf…</translation>
    </message>
    <message>
      <source>Who wrote to a file is not known to it.</source>
      <translation>Wer in eine Datei geschrieben hat, weiß sie nicht.</translation>
    </message>
    <message>
      <source>Whoever writes brings what other programs did into the change log too, and could say of it what was not so while something of that account waits.</source>
      <translation>Wer schreibt, bringt auch ins Änderungsprotokoll, was andere Programme getan haben, und könnte darüber Falsches sagen, solange etwas von jenem Konto wartet.</translation>
    </message>
    <message>
      <source>Whole number</source>
      <translation>Ganze Zahl</translation>
    </message>
    <message>
      <source>Wider</source>
      <translation>Breiter</translation>
    </message>
    <message>
      <source>Width</source>
      <translation>Breite</translation>
    </message>
    <message>
      <source>Window</source>
      <translation>Fenster</translation>
    </message>
    <message>
      <source>With the computed fields that it names, the expression is too large.</source>
      <translation>Mit den berechneten Feldern, die er nennt, ist der Ausdruck zu groß.</translation>
    </message>
    <message>
      <source>With these statements the server holds its accounts to the project's roles, whatever program they use, and protects the change log. Read them; somebody who may runs them with the server's own program. They can be run again when roles have changed.</source>
      <translation>Mit diesen Anweisungen bindet der Server seine Konten an die Rollen des Projekts, welches Programm sie auch benutzen, und schützt das Änderungsprotokoll. Lesen Sie sie; wer darf, führt sie mit dem Programm des Servers aus. Sie können noch einmal ausgeführt werden, wenn Rollen sich geändert haben.</translation>
    </message>
    <message>
      <source>Without %1</source>
      <translation>Ohne %1</translation>
    </message>
    <message>
      <source>Without a key these records cannot be filtered or searched.</source>
      <translation>Ohne Schlüssel lassen sich diese Datensätze nicht filtern oder durchsuchen.</translation>
    </message>
    <message>
      <source>Without a key these records cannot be grouped.</source>
      <translation>Ohne Schlüssel lassen sich diese Datensätze nicht gruppieren.</translation>
    </message>
    <message>
      <source>Without a record in %1</source>
      <translation>Ohne einen Datensatz in %1</translation>
    </message>
    <message>
      <source>Without roles everybody may do everything here. With roles each account may do what its roles let it do, and who has none may do nothing. What other programs may do is the database's affair: grant no more there.</source>
      <translation>Ohne Rollen dürfen hier alle alles. Mit Rollen darf jedes Konto, was seine Rollen erlauben, und wer keine hat, nichts. Was andere Programme dürfen, ist Sache der Datenbank: gewähren Sie dort nicht mehr.</translation>
    </message>
    <message>
      <source>Words</source>
      <translation>Worte</translation>
    </message>
    <message>
      <source>Words that stand in any field of the list (Ctrl+F)</source>
      <translation>Wörter, die in irgendeinem Feld der Liste stehen (Strg+F)</translation>
    </message>
    <message>
      <source>Words that stand in any field; or, after =, a condition: = day_rate &gt; 100</source>
      <translation>Wörter, die in irgendeinem Feld stehen; oder, nach =, eine Bedingung: = day_rate &gt; 100</translation>
    </message>
    <message>
      <source>Work on a copy; leave this file as it is</source>
      <translation>An einer Kopie arbeiten; diese Datei so lassen</translation>
    </message>
    <message>
      <source>Work there…</source>
      <translation>Dort arbeiten…</translation>
    </message>
    <message>
      <source>Working…</source>
      <translation>Läuft…</translation>
    </message>
    <message>
      <source>Write %1 instead</source>
      <translation>Stattdessen %1 schreiben</translation>
    </message>
    <message>
      <source>Write a SELECT.</source>
      <translation>Schreiben Sie ein SELECT.</translation>
    </message>
    <message>
      <source>Write a condition.</source>
      <translation>Schreiben Sie eine Bedingung.</translation>
    </message>
    <message>
      <source>Write the condition that says which records.</source>
      <translation>Schreiben Sie die Bedingung, die sagt, welche Datensätze.</translation>
    </message>
    <message>
      <source>Write the table itself</source>
      <translation>In die Tabelle selbst schreiben</translation>
    </message>
    <message>
      <source>Write the text that is to be found.</source>
      <translation>Schreiben Sie den Text, der gefunden werden soll.</translation>
    </message>
    <message>
      <source>Write to</source>
      <translation>Schreiben nach</translation>
    </message>
    <message>
      <source>Write to this address</source>
      <translation>An diese Adresse schreiben</translation>
    </message>
    <message>
      <source>Write when it is set, and what to: %1 CURRENT_USER, or %2 CURRENT_TIMESTAMP.</source>
      <translation>Schreiben Sie, wann es gesetzt wird und worauf: %1 CURRENT_USER, oder %2 CURRENT_TIMESTAMP.</translation>
    </message>
    <message>
      <source>YEAR, MONTH, DAY, HOUR, MINUTE or SECOND</source>
      <translation>YEAR, MONTH, DAY, HOUR, MINUTE oder SECOND</translation>
    </message>
    <message>
      <source>Yes</source>
      <translation>Ja</translation>
    </message>
    <message>
      <source>Yes or no</source>
      <translation>Ja oder nein</translation>
    </message>
    <message>
      <source>You could not build any more then. Give %1 a role that may build first.</source>
      <translation>Dann könnten Sie nicht mehr gestalten. Geben Sie %1 erst eine Rolle, die gestalten darf.</translation>
    </message>
    <message>
      <source>You have not opened %1 here before. Nothing was reached yet; it will reach:</source>
      <translation>Sie haben %1 hier noch nicht geöffnet. Noch wurde auf nichts zugegriffen; es wird zugreifen auf:</translation>
    </message>
    <message>
      <source>Your access to %1</source>
      <translation>Ihr Zugang zu %1</translation>
    </message>
    <message>
      <source>a date</source>
      <translation>ein Datum</translation>
    </message>
    <message>
      <source>a date and time</source>
      <translation>Datum und Uhrzeit</translation>
    </message>
    <message>
      <source>a decimal number</source>
      <translation>eine Dezimalzahl</translation>
    </message>
    <message>
      <source>a field of what “%1” refers to</source>
      <translation>ein Feld dessen, worauf „%1“ verweist</translation>
    </message>
    <message>
      <source>a field of “%1”</source>
      <translation>ein Feld von „%1“</translation>
    </message>
    <message>
      <source>a floating-point number</source>
      <translation>eine Gleitkommazahl</translation>
    </message>
    <message>
      <source>a folder for the PDF file; empty: the printer</source>
      <translation>ein Ordner für die PDF-Datei; leer: der Drucker</translation>
    </message>
    <message>
      <source>a moment</source>
      <translation>ein Zeitpunkt</translation>
    </message>
    <message>
      <source>a note for the log</source>
      <translation>eine Notiz fürs Protokoll</translation>
    </message>
    <message>
      <source>a problem</source>
      <translation>ein Problem</translation>
    </message>
    <message>
      <source>a regular expression: [A-Z]{2}-[0-9]{3}</source>
      <translation>ein regulärer Ausdruck: [A-Z]{2}-[0-9]{3}</translation>
    </message>
    <message>
      <source>a sheet for each record, as its form</source>
      <translation>ein Blatt je Datensatz, wie sein Formular</translation>
    </message>
    <message>
      <source>a text</source>
      <translation>ein Text</translation>
    </message>
    <message>
      <source>a time of day</source>
      <translation>eine Tageszeit</translation>
    </message>
    <message>
      <source>a value</source>
      <translation>ein Wert</translation>
    </message>
    <message>
      <source>a value, or another field</source>
      <translation>ein Wert oder ein anderes Feld</translation>
    </message>
    <message>
      <source>a whole number</source>
      <translation>eine ganze Zahl</translation>
    </message>
    <message>
      <source>accept %1</source>
      <translation>%1 annehmen</translation>
    </message>
    <message>
      <source>accounts of this desktop, with commas between; * for everybody</source>
      <translation>Konten dieses Rechners, mit Komma dazwischen; * für alle</translation>
    </message>
    <message>
      <source>accounts or roles of the database, with commas between; * for everybody</source>
      <translation>Konten oder Rollen der Datenbank, mit Komma dazwischen; * für alle</translation>
    </message>
    <message>
      <source>across</source>
      <translation>quer</translation>
    </message>
    <message>
      <source>action</source>
      <translation>Aktion</translation>
    </message>
    <message>
      <source>action added</source>
      <translation>Aktion hinzugefügt</translation>
    </message>
    <message>
      <source>action removed</source>
      <translation>Aktion entfernt</translation>
    </message>
    <message>
      <source>add</source>
      <translation>hinzufügen</translation>
    </message>
    <message>
      <source>added</source>
      <translation>hinzugefügt</translation>
    </message>
    <message>
      <source>added by %1 at %2</source>
      <translation>hinzugefügt von %1 um %2</translation>
    </message>
    <message>
      <source>after change %1, %2</source>
      <translation>nach Änderung %1, %2</translation>
    </message>
    <message>
      <source>after saving</source>
      <translation>nach dem Speichern</translation>
    </message>
    <message>
      <source>all %1 of the screen</source>
      <translation>alle %1 der Maske</translation>
    </message>
    <message>
      <source>all different</source>
      <translation>alle verschieden</translation>
    </message>
    <message>
      <source>all of %1</source>
      <translation>alle %1</translation>
    </message>
    <message>
      <source>all of %1 are from %2 to %3</source>
      <translation>alle %1 liegen zwischen %2 und %3</translation>
    </message>
    <message>
      <source>all of %1 read %2</source>
      <translation>alle %1 lauten %2</translation>
    </message>
    <message>
      <source>already so</source>
      <translation>schon so</translation>
    </message>
    <message>
      <source>also open: %1</source>
      <translation>auch offen: %1</translation>
    </message>
    <message>
      <source>always</source>
      <translation>immer</translation>
    </message>
    <message>
      <source>always empty</source>
      <translation>immer leer</translation>
    </message>
    <message>
      <source>always empty in %1</source>
      <translation>immer leer in %1</translation>
    </message>
    <message>
      <source>an expression that gives the address</source>
      <translation>ein Ausdruck, der die Adresse ergibt</translation>
    </message>
    <message>
      <source>an interval</source>
      <translation>eine Zeitspanne</translation>
    </message>
    <message>
      <source>and</source>
      <translation>und</translation>
    </message>
    <message>
      <source>and %1 more</source>
      <translation>und %1 weitere</translation>
    </message>
    <message>
      <source>and run %1</source>
      <translation>und %1 laufen lassen</translation>
    </message>
    <message>
      <source>and run nothing</source>
      <translation>und nichts laufen lassen</translation>
    </message>
    <message>
      <source>another account wrote it</source>
      <translation>ein anderes Konto hat es geschrieben</translation>
    </message>
    <message>
      <source>another program</source>
      <translation>ein anderes Programm</translation>
    </message>
    <message>
      <source>another table for a screen</source>
      <translation>andere Tabelle für eine Maske</translation>
    </message>
    <message>
      <source>any</source>
      <translation>beliebig</translation>
    </message>
    <message>
      <source>arrangement</source>
      <translation>Anordnung</translation>
    </message>
    <message>
      <source>as %1</source>
      <translation>als %1</translation>
    </message>
    <message>
      <source>as a pattern</source>
      <translation>als Muster</translation>
    </message>
    <message>
      <source>as files in a folder beside</source>
      <translation>als Dateien in einem Ordner daneben</translation>
    </message>
    <message>
      <source>as guessed from the file</source>
      <translation>wie aus der Datei erraten</translation>
    </message>
    <message>
      <source>as it stands</source>
      <translation>wie es dasteht</translation>
    </message>
    <message>
      <source>as its check says</source>
      <translation>wie seine Prüfung sagt</translation>
    </message>
    <message>
      <source>as people write them here</source>
      <translation>wie man hier schreibt</translation>
    </message>
    <message>
      <source>as texts</source>
      <translation>als Texte</translation>
    </message>
    <message>
      <source>as the desktop has it</source>
      <translation>wie der Desktop es hat</translation>
    </message>
    <message>
      <source>as the desktop's account</source>
      <translation>als das Konto des Desktops</translation>
    </message>
    <message>
      <source>asked for while %1 was printed</source>
      <translation>beim Drucken von %1 erfragt</translation>
    </message>
    <message>
      <source>at least %1</source>
      <translation>mindestens %1</translation>
    </message>
    <message>
      <source>at most %1</source>
      <translation>höchstens %1</translation>
    </message>
    <message>
      <source>at the stage %1</source>
      <translation>auf der Stufe %1</translation>
    </message>
    <message>
      <source>average</source>
      <translation>Durchschnitt</translation>
    </message>
    <message>
      <source>average %1</source>
      <translation>Durchschnitt %1</translation>
    </message>
    <message>
      <source>bar</source>
      <translation>Strich</translation>
    </message>
    <message>
      <source>becomes empty</source>
      <translation>wird leer</translation>
    </message>
    <message>
      <source>before all of these changes</source>
      <translation>vor all diesen Änderungen</translation>
    </message>
    <message>
      <source>before printing</source>
      <translation>vor dem Drucken</translation>
    </message>
    <message>
      <source>begin a new one</source>
      <translation>einen neuen beginnen</translation>
    </message>
    <message>
      <source>both, side by side</source>
      <translation>beides, nebeneinander</translation>
    </message>
    <message>
      <source>boxes to tick</source>
      <translation>Kästchen zum Ankreuzen</translation>
    </message>
    <message>
      <source>breaks</source>
      <translation>bricht</translation>
    </message>
    <message>
      <source>bulk update</source>
      <translation>Massenänderung</translation>
    </message>
    <message>
      <source>by anybody</source>
      <translation>von irgendwem</translation>
    </message>
    <message>
      <source>by itself, after each field</source>
      <translation>von selbst, nach jedem Feld</translation>
    </message>
    <message>
      <source>by itself, on leaving a record</source>
      <translation>von selbst, beim Verlassen eines Datensatzes</translation>
    </message>
    <message>
      <source>by the usual account</source>
      <translation>mit dem üblichen Konto</translation>
    </message>
    <message numerus="yes">
      <source>bytes</source>
      <translation>
        <numerusform>Byte</numerusform>
        <numerusform>Bytes</numerusform>
      </translation>
    </message>
    <message>
      <source>call</source>
      <translation>aufrufen</translation>
    </message>
    <message numerus="yes">
      <source>cells</source>
      <translation>
        <numerusform>Zelle</numerusform>
        <numerusform>Zellen</numerusform>
      </translation>
    </message>
    <message>
      <source>centre</source>
      <translation>mittig</translation>
    </message>
    <message>
      <source>change %1</source>
      <translation>Änderung %1</translation>
    </message>
    <message>
      <source>change %1 and everything since</source>
      <translation>Änderung %1 und alles seither</translation>
    </message>
    <message>
      <source>changed</source>
      <translation>geändert</translation>
    </message>
    <message>
      <source>changed by %1 at %2</source>
      <translation>geändert von %1 um %2</translation>
    </message>
    <message>
      <source>changed since</source>
      <translation>seither geändert</translation>
    </message>
    <message numerus="yes">
      <source>changes</source>
      <translation>
        <numerusform>Änderung</numerusform>
        <numerusform>Änderungen</numerusform>
      </translation>
    </message>
    <message>
      <source>changes %1</source>
      <translation>Änderungen %1</translation>
    </message>
    <message numerus="yes">
      <source>characters</source>
      <translation>
        <numerusform>Zeichen</numerusform>
        <numerusform>Zeichen</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>checks</source>
      <translation>
        <numerusform>Prüfung</numerusform>
        <numerusform>Prüfungen</numerusform>
      </translation>
    </message>
    <message>
      <source>checks of %1</source>
      <translation>Prüfungen von %1</translation>
    </message>
    <message>
      <source>children</source>
      <translation>Untergeordnete</translation>
    </message>
    <message>
      <source>clipboard</source>
      <translation>Zwischenablage</translation>
    </message>
    <message>
      <source>close the edit window</source>
      <translation>das Bearbeitungsfenster schließen</translation>
    </message>
    <message>
      <source>closed</source>
      <translation>geschlossen</translation>
    </message>
    <message numerus="yes">
      <source>columns</source>
      <translation>
        <numerusform>Spalte</numerusform>
        <numerusform>Spalten</numerusform>
      </translation>
    </message>
    <message>
      <source>columns of a section</source>
      <translation>Spalten eines Abschnitts</translation>
    </message>
    <message>
      <source>comes back</source>
      <translation>kommt zurück</translation>
    </message>
    <message>
      <source>comfortable</source>
      <translation>bequem</translation>
    </message>
    <message>
      <source>comma</source>
      <translation>Komma</translation>
    </message>
    <message>
      <source>compact</source>
      <translation>dicht</translation>
    </message>
    <message>
      <source>computed</source>
      <translation>berechnet</translation>
    </message>
    <message>
      <source>computed fields of %1</source>
      <translation>berechnete Felder von %1</translation>
    </message>
    <message>
      <source>contains</source>
      <translation>enthält</translation>
    </message>
    <message>
      <source>copy a screen</source>
      <translation>Maske kopieren</translation>
    </message>
    <message>
      <source>count</source>
      <translation>Anzahl</translation>
    </message>
    <message>
      <source>default</source>
      <translation>Vorgabe</translation>
    </message>
    <message>
      <source>delete</source>
      <translation>löschen</translation>
    </message>
    <message>
      <source>deleted</source>
      <translation>gelöscht</translation>
    </message>
    <message>
      <source>descending</source>
      <translation>absteigend</translation>
    </message>
    <message numerus="yes">
      <source>digits</source>
      <translation>
        <numerusform>Stelle</numerusform>
        <numerusform>Stellen</numerusform>
      </translation>
    </message>
    <message>
      <source>dpkg-deb, which makes Debian packages, is not there.</source>
      <translation>dpkg-deb, das Debian-Pakete erstellt, ist nicht da.</translation>
    </message>
    <message>
      <source>draft</source>
      <translation>Entwurf</translation>
    </message>
    <message numerus="yes">
      <source>drafts</source>
      <translation>
        <numerusform>Entwurf</numerusform>
        <numerusform>Entwürfe</numerusform>
      </translation>
    </message>
    <message>
      <source>e.g. %1</source>
      <translation>z. B. %1</translation>
    </message>
    <message>
      <source>each of %1 is a %2 of %3</source>
      <translation>jedes von %1 ist ein %2 von %3</translation>
    </message>
    <message>
      <source>each of %1 was added on the day that it says, as the change log knows</source>
      <translation>jeder von %1 kam an dem Tag hinzu, den er nennt, wie das Änderungsprotokoll weiß</translation>
    </message>
    <message>
      <source>each person's own</source>
      <translation>wie jeder es gewohnt ist</translation>
    </message>
    <message>
      <source>earliest</source>
      <translation>frühestes</translation>
    </message>
    <message>
      <source>edit</source>
      <translation>bearbeiten</translation>
    </message>
    <message>
      <source>editable if</source>
      <translation>bearbeitbar wenn</translation>
    </message>
    <message>
      <source>emptied</source>
      <translation>geleert</translation>
    </message>
    <message>
      <source>empty</source>
      <translation>leer</translation>
    </message>
    <message>
      <source>empty: no limit</source>
      <translation>leer: keine Grenze</translation>
    </message>
    <message>
      <source>everything since change %1</source>
      <translation>alles seit Änderung %1</translation>
    </message>
    <message>
      <source>field %1</source>
      <translation>Feld %1</translation>
    </message>
    <message>
      <source>field %1 not in the form</source>
      <translation>Feld %1 nicht im Formular</translation>
    </message>
    <message>
      <source>field = expression; field = expression</source>
      <translation>Feld = Ausdruck; Feld = Ausdruck</translation>
    </message>
    <message>
      <source>field there = expression over this record; …</source>
      <translation>Feld dort = Ausdruck über diesen Datensatz; …</translation>
    </message>
    <message>
      <source>field there = field here; …</source>
      <translation>Feld dort = Feld hier; …</translation>
    </message>
    <message numerus="yes">
      <source>fields</source>
      <translation>
        <numerusform>Feld</numerusform>
        <numerusform>Felder</numerusform>
      </translation>
    </message>
    <message>
      <source>fields as the stored records need them</source>
      <translation>Felder, wie die gespeicherten Datensätze sie brauchen</translation>
    </message>
    <message numerus="yes">
      <source>fields stay</source>
      <translation>
        <numerusform>Feld bleibt</numerusform>
        <numerusform>Felder bleiben</numerusform>
      </translation>
    </message>
    <message>
      <source>fields.%1 should be an object.</source>
      <translation>fields.%1 sollte ein Objekt sein.</translation>
    </message>
    <message>
      <source>filled</source>
      <translation>ausgefüllt</translation>
    </message>
    <message>
      <source>filled %1</source>
      <translation>ausgefüllt %1</translation>
    </message>
    <message>
      <source>filled with</source>
      <translation>gefüllt mit</translation>
    </message>
    <message>
      <source>filled with %1</source>
      <translation>gefüllt mit %1</translation>
    </message>
    <message numerus="yes">
      <source>findings</source>
      <translation>
        <numerusform>Feststellung</numerusform>
        <numerusform>Feststellungen</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>findings that break something</source>
      <translation>
        <numerusform>Feststellung, die etwas bricht</numerusform>
        <numerusform>Feststellungen, die etwas brechen</numerusform>
      </translation>
    </message>
    <message>
      <source>first records</source>
      <translation>erste Datensätze</translation>
    </message>
    <message>
      <source>fitted</source>
      <translation>angepasst</translation>
    </message>
    <message>
      <source>for example aids_due</source>
      <translation>zum Beispiel ueberfaellig</translation>
    </message>
    <message>
      <source>for example buoy</source>
      <translation>zum Beispiel boje</translation>
    </message>
    <message>
      <source>for example colour</source>
      <translation>zum Beispiel farbe</translation>
    </message>
    <message>
      <source>for example harbour.db</source>
      <translation>zum Beispiel hafen.db</translation>
    </message>
    <message>
      <source>from %1 to %2</source>
      <translation>von %1 bis %2</translation>
    </message>
    <message>
      <source>full</source>
      <translation>voll</translation>
    </message>
    <message>
      <source>gets the result of</source>
      <translation>bekommt das Ergebnis von</translation>
    </message>
    <message>
      <source>gets the value</source>
      <translation>bekommt den Wert</translation>
    </message>
    <message>
      <source>given</source>
      <translation>gegeben</translation>
    </message>
    <message>
      <source>given on save</source>
      <translation>beim Speichern vergeben</translation>
    </message>
    <message>
      <source>go to the next</source>
      <translation>zum nächsten gehen</translation>
    </message>
    <message>
      <source>goes again</source>
      <translation>geht wieder</translation>
    </message>
    <message>
      <source>group</source>
      <translation>Gruppe</translation>
    </message>
    <message>
      <source>has a button; else it stands in the record's menu only</source>
      <translation>hat einen Knopf; sonst steht sie nur im Menü des Datensatzes</translation>
    </message>
    <message>
      <source>held by a reference</source>
      <translation>von einem Verweis gehalten</translation>
    </message>
    <message>
      <source>how %1 is written</source>
      <translation>wie %1 geschrieben wird</translation>
    </message>
    <message>
      <source>how dates and figures are written</source>
      <translation>wie Daten und Zahlen geschrieben werden</translation>
    </message>
    <message>
      <source>in any case</source>
      <translation>gleich in welcher Schreibung</translation>
    </message>
    <message>
      <source>in any table</source>
      <translation>in irgendeiner Tabelle</translation>
    </message>
    <message>
      <source>in each of %1 it is the %2 of %3</source>
      <translation>in jedem von %1 ist es %2 von %3</translation>
    </message>
    <message>
      <source>in form</source>
      <translation>im Formular</translation>
    </message>
    <message>
      <source>in grid</source>
      <translation>im Raster</translation>
    </message>
    <message>
      <source>is</source>
      <translation>ist</translation>
    </message>
    <message>
      <source>is at least</source>
      <translation>ist mindestens</translation>
    </message>
    <message>
      <source>is at most</source>
      <translation>ist höchstens</translation>
    </message>
    <message>
      <source>is between</source>
      <translation>liegt zwischen</translation>
    </message>
    <message>
      <source>is empty</source>
      <translation>ist leer</translation>
    </message>
    <message>
      <source>is filled in</source>
      <translation>ist ausgefüllt</translation>
    </message>
    <message>
      <source>is left out</source>
      <translation>wird ausgelassen</translation>
    </message>
    <message>
      <source>is one of</source>
      <translation>ist eines von</translation>
    </message>
    <message>
      <source>is restored</source>
      <translation>wird wiederhergestellt</translation>
    </message>
    <message>
      <source>it belongs to another account</source>
      <translation>es gehört einem anderen Konto</translation>
    </message>
    <message>
      <source>it has an unknown parameter “%1”</source>
      <translation>es hat einen unbekannten Parameter „%1“</translation>
    </message>
    <message>
      <source>it is a link to somewhere else</source>
      <translation>es ist ein Verweis nach anderswo</translation>
    </message>
    <message>
      <source>it is no ordinary file</source>
      <translation>es ist keine gewöhnliche Datei</translation>
    </message>
    <message>
      <source>it is said, and saving once more lets it pass</source>
      <translation>es wird gesagt, und nochmaliges Speichern lässt es durch</translation>
    </message>
    <message>
      <source>its columns are others now: it is watched anew</source>
      <translation>ihre Spalten sind andere geworden: sie wird neu beobachtet</translation>
    </message>
    <message>
      <source>key given on save</source>
      <translation>Schlüssel wird beim Speichern vergeben</translation>
    </message>
    <message>
      <source>key taken</source>
      <translation>Schlüssel vergeben</translation>
    </message>
    <message>
      <source>labels</source>
      <translation>Beschriftungen</translation>
    </message>
    <message>
      <source>labels or cards</source>
      <translation>Etiketten oder Karten</translation>
    </message>
    <message>
      <source>largest</source>
      <translation>größtes</translation>
    </message>
    <message>
      <source>latest</source>
      <translation>spätestes</translation>
    </message>
    <message>
      <source>left</source>
      <translation>links</translation>
    </message>
    <message>
      <source>left out</source>
      <translation>weggelassen</translation>
    </message>
    <message>
      <source>list</source>
      <translation>Liste</translation>
    </message>
    <message>
      <source>mend %1</source>
      <translation>%1 beheben</translation>
    </message>
    <message>
      <source>move field %1</source>
      <translation>Feld %1 verschieben</translation>
    </message>
    <message>
      <source>move section</source>
      <translation>Abschnitt verschieben</translation>
    </message>
    <message>
      <source>name</source>
      <translation>Name</translation>
    </message>
    <message>
      <source>name of a role</source>
      <translation>Name einer Rolle</translation>
    </message>
    <message>
      <source>name of the project</source>
      <translation>Name des Projekts</translation>
    </message>
    <message>
      <source>name of the table</source>
      <translation>Name der Tabelle</translation>
    </message>
    <message>
      <source>name@place</source>
      <translation>name@ort</translation>
    </message>
    <message>
      <source>natural</source>
      <translation>natürlich</translation>
    </message>
    <message>
      <source>never</source>
      <translation>nie</translation>
    </message>
    <message>
      <source>never empty in %1</source>
      <translation>nie leer (%1)</translation>
    </message>
    <message>
      <source>new record</source>
      <translation>neuer Datensatz</translation>
    </message>
    <message numerus="yes">
      <source>new records</source>
      <translation>
        <numerusform>neuer Datensatz</numerusform>
        <numerusform>neue Datensätze</numerusform>
      </translation>
    </message>
    <message>
      <source>new screen %1</source>
      <translation>neue Maske %1</translation>
    </message>
    <message>
      <source>new section</source>
      <translation>neuer Abschnitt</translation>
    </message>
    <message>
      <source>next number</source>
      <translation>nächste Nummer</translation>
    </message>
    <message>
      <source>no</source>
      <translation>nein</translation>
    </message>
    <message>
      <source>no limit</source>
      <translation>keine Grenze</translation>
    </message>
    <message>
      <source>no picture</source>
      <translation>kein Bild</translation>
    </message>
    <message>
      <source>no records</source>
      <translation>keine Datensätze</translation>
    </message>
    <message>
      <source>no records match</source>
      <translation>keine Datensätze passen</translation>
    </message>
    <message>
      <source>no value twice in %1</source>
      <translation>kein Wert zweimal in %1</translation>
    </message>
    <message>
      <source>none</source>
      <translation>keine</translation>
    </message>
    <message>
      <source>none: its own value</source>
      <translation>keines: ihr eigener Wert</translation>
    </message>
    <message>
      <source>not found</source>
      <translation>nicht gefunden</translation>
    </message>
    <message>
      <source>not on this screen</source>
      <translation>nicht auf dieser Maske</translation>
    </message>
    <message>
      <source>not told</source>
      <translation>nicht gesagt</translation>
    </message>
    <message>
      <source>note</source>
      <translation>Anmerkung</translation>
    </message>
    <message>
      <source>nothing</source>
      <translation>nichts</translation>
    </message>
    <message>
      <source>nothing differs from now</source>
      <translation>nichts unterscheidet sich von jetzt</translation>
    </message>
    <message>
      <source>nothing had to be changed</source>
      <translation>nichts war zu ändern</translation>
    </message>
    <message>
      <source>nothing: it begins at once</source>
      <translation>nichts: sie beginnt sofort</translation>
    </message>
    <message>
      <source>now</source>
      <translation>jetzt</translation>
    </message>
    <message>
      <source>now: %1</source>
      <translation>jetzt: %1</translation>
    </message>
    <message>
      <source>numbers</source>
      <translation>Zahlen</translation>
    </message>
    <message>
      <source>of %1  ✕</source>
      <translation>von %1  ✕</translation>
    </message>
    <message>
      <source>of %1 changes</source>
      <translation>von %1 Änderungen</translation>
    </message>
    <message>
      <source>of a type that can only be asked whether it is empty</source>
      <translation>von einem Typ, den man nur fragen kann, ob er leer ist</translation>
    </message>
    <message>
      <source>offers only</source>
      <translation>bietet nur an</translation>
    </message>
    <message>
      <source>one list</source>
      <translation>eine Liste</translation>
    </message>
    <message>
      <source>one record of change %1</source>
      <translation>ein Datensatz der Änderung %1</translation>
    </message>
    <message>
      <source>only new</source>
      <translation>nur neu</translation>
    </message>
    <message>
      <source>only shown, never changed</source>
      <translation>nur gezeigt, nie geändert</translation>
    </message>
    <message>
      <source>open</source>
      <translation>offen</translation>
    </message>
    <message>
      <source>order of actions</source>
      <translation>Reihenfolge der Aktionen</translation>
    </message>
    <message>
      <source>order of screens</source>
      <translation>Reihenfolge der Masken</translation>
    </message>
    <message numerus="yes">
      <source>orphans</source>
      <translation>
        <numerusform>verwaister Wert</numerusform>
        <numerusform>verwaiste Werte</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>others</source>
      <translation>
        <numerusform>anderer</numerusform>
        <numerusform>andere</numerusform>
      </translation>
    </message>
    <message>
      <source>others may write in it</source>
      <translation>andere dürfen hineinschreiben</translation>
    </message>
    <message>
      <source>outside Gravin</source>
      <translation>außerhalb von Gravin</translation>
    </message>
    <message numerus="yes">
      <source>pages</source>
      <translation>
        <numerusform>Seite</numerusform>
        <numerusform>Seiten</numerusform>
      </translation>
    </message>
    <message>
      <source>parameter = expression over this record; …; the others are asked for</source>
      <translation>Parameter = Ausdruck über diesen Datensatz; …; nach den anderen wird gefragt</translation>
    </message>
    <message numerus="yes">
      <source>parts</source>
      <translation>
        <numerusform>Teil</numerusform>
        <numerusform>Teile</numerusform>
      </translation>
    </message>
    <message>
      <source>paste postgresql://… or mariadb://… to fill the fields</source>
      <translation>postgresql://… oder mariadb://… einfügen, um die Felder zu füllen</translation>
    </message>
    <message>
      <source>paste settings</source>
      <translation>Einstellungen einfügen</translation>
    </message>
    <message>
      <source>pasted lines</source>
      <translation>eingefügte Zeilen</translation>
    </message>
    <message>
      <source>person's name</source>
      <translation>Name der Person</translation>
    </message>
    <message>
      <source>printed to %1</source>
      <translation>gedruckt nach %1</translation>
    </message>
    <message numerus="yes">
      <source>proposals</source>
      <translation>
        <numerusform>Vorschlag</numerusform>
        <numerusform>Vorschläge</numerusform>
      </translation>
    </message>
    <message>
      <source>read only</source>
      <translation>nur lesbar</translation>
    </message>
    <message>
      <source>reading…</source>
      <translation>wird gelesen…</translation>
    </message>
    <message>
      <source>ready</source>
      <translation>bereit</translation>
    </message>
    <message>
      <source>record gone</source>
      <translation>Datensatz fort</translation>
    </message>
    <message numerus="yes">
      <source>records</source>
      <translation>
        <numerusform>Datensatz</numerusform>
        <numerusform>Datensätze</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>records are</source>
      <translation>
        <numerusform>Datensatz ist</numerusform>
        <numerusform>Datensätze sind</numerusform>
      </translation>
    </message>
    <message>
      <source>records of %1, which can be changed</source>
      <translation>Datensätze von %1, die sich ändern lassen</translation>
    </message>
    <message>
      <source>records of a role</source>
      <translation>Datensätze einer Rolle</translation>
    </message>
    <message numerus="yes">
      <source>records were</source>
      <translation>
        <numerusform>Datensatz wurde</numerusform>
        <numerusform>Datensätze wurden</numerusform>
      </translation>
    </message>
    <message>
      <source>referred to by %1</source>
      <translation>verwiesen von %1</translation>
    </message>
    <message>
      <source>refers to %1</source>
      <translation>verweist auf %1</translation>
    </message>
    <message>
      <source>remove a screen</source>
      <translation>Maske entfernen</translation>
    </message>
    <message>
      <source>remove section</source>
      <translation>Abschnitt entfernen</translation>
    </message>
    <message numerus="yes">
      <source>repeated values</source>
      <translation>
        <numerusform>wiederholter Wert</numerusform>
        <numerusform>wiederholte Werte</numerusform>
      </translation>
    </message>
    <message>
      <source>required if</source>
      <translation>Pflicht wenn</translation>
    </message>
    <message>
      <source>right</source>
      <translation>rechts</translation>
    </message>
    <message>
      <source>rights</source>
      <translation>Rechte</translation>
    </message>
    <message numerus="yes">
      <source>risks</source>
      <translation>
        <numerusform>Risiko</numerusform>
        <numerusform>Risiken</numerusform>
      </translation>
    </message>
    <message>
      <source>role added</source>
      <translation>Rolle hinzugefügt</translation>
    </message>
    <message>
      <source>role removed</source>
      <translation>Rolle entfernt</translation>
    </message>
    <message>
      <source>roll back</source>
      <translation>zurückrollen</translation>
    </message>
    <message>
      <source>row actions</source>
      <translation>Zeilenaktionen</translation>
    </message>
    <message>
      <source>row height</source>
      <translation>Zeilenhöhe</translation>
    </message>
    <message>
      <source>row of %1</source>
      <translation>Zeile von %1</translation>
    </message>
    <message numerus="yes">
      <source>rows</source>
      <translation>
        <numerusform>Zeile</numerusform>
        <numerusform>Zeilen</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>seconds</source>
      <translation>
        <numerusform>Sekunde</numerusform>
        <numerusform>Sekunden</numerusform>
      </translation>
    </message>
    <message>
      <source>section %1</source>
      <translation>Abschnitt %1</translation>
    </message>
    <message>
      <source>semicolon</source>
      <translation>Semikolon</translation>
    </message>
    <message>
      <source>settings of %1</source>
      <translation>Einstellungen von %1</translation>
    </message>
    <message numerus="yes">
      <source>settings that they suggest</source>
      <translation>
        <numerusform>Einstellung, die sie nahelegen</numerusform>
        <numerusform>Einstellungen, die sie nahelegen</numerusform>
      </translation>
    </message>
    <message>
      <source>smallest</source>
      <translation>kleinstes</translation>
    </message>
    <message>
      <source>somebody</source>
      <translation>jemand</translation>
    </message>
    <message>
      <source>source %1</source>
      <translation>Quelle %1</translation>
    </message>
    <message>
      <source>span of %1</source>
      <translation>Breite von %1</translation>
    </message>
    <message>
      <source>start screen</source>
      <translation>erste Maske</translation>
    </message>
    <message>
      <source>starts with</source>
      <translation>beginnt mit</translation>
    </message>
    <message>
      <source>stay on the record</source>
      <translation>beim Datensatz bleiben</translation>
    </message>
    <message>
      <source>step added</source>
      <translation>Schritt hinzugefügt</translation>
    </message>
    <message>
      <source>step removed</source>
      <translation>Schritt entfernt</translation>
    </message>
    <message>
      <source>stops the run</source>
      <translation>hält den Lauf an</translation>
    </message>
    <message>
      <source>stored values with semicolons between: red; green</source>
      <translation>gespeicherte Werte mit Semikolon dazwischen: rot; grün</translation>
    </message>
    <message>
      <source>sum</source>
      <translation>Summe</translation>
    </message>
    <message>
      <source>sum %1</source>
      <translation>Summe %1</translation>
    </message>
    <message>
      <source>tab</source>
      <translation>Tabulator</translation>
    </message>
    <message numerus="yes">
      <source>tables</source>
      <translation>
        <numerusform>Tabelle</numerusform>
        <numerusform>Tabellen</numerusform>
      </translation>
    </message>
    <message>
      <source>tall, texts wrapped</source>
      <translation>hoch, Texte umbrochen</translation>
    </message>
    <message numerus="yes">
      <source>texts</source>
      <translation>
        <numerusform>Text</numerusform>
        <numerusform>Texte</numerusform>
      </translation>
    </message>
    <message>
      <source>texts; CAST makes one of what is none</source>
      <translation>Texte; CAST macht einen aus dem, was keiner ist</translation>
    </message>
    <message>
      <source>the %1 server</source>
      <translation>der %1-Server</translation>
    </message>
    <message>
      <source>the %1 server on %2</source>
      <translation>der %1-Server auf %2</translation>
    </message>
    <message>
      <source>the change of all of them stops</source>
      <translation>die Änderung aller hält an</translation>
    </message>
    <message>
      <source>the columns' names</source>
      <translation>Namen der Spalten</translation>
    </message>
    <message>
      <source>the database is missing; write mariadb://user@host/database</source>
      <translation>die Datenbank fehlt; schreiben Sie mariadb://person@rechner/datenbank</translation>
    </message>
    <message>
      <source>the database itself</source>
      <translation>die Datenbank selbst</translation>
    </message>
    <message>
      <source>the database says that it refers to %1</source>
      <translation>die Datenbank sagt, dass es auf %1 verweist</translation>
    </message>
    <message>
      <source>the demonstration</source>
      <translation>das Beispiel</translation>
    </message>
    <message>
      <source>the field</source>
      <translation>das Feld</translation>
    </message>
    <message>
      <source>the file that the rows are in</source>
      <translation>die Datei mit den Zeilen</translation>
    </message>
    <message>
      <source>the first of the shelf</source>
      <translation>die erste des Regals</translation>
    </message>
    <message>
      <source>the kept list “%1”</source>
      <translation>der behaltenen Liste „%1“</translation>
    </message>
    <message>
      <source>the longest has %1 characters</source>
      <translation>der längste hat %1 Zeichen</translation>
    </message>
    <message>
      <source>the name of a table</source>
      <translation>der Name einer Tabelle</translation>
    </message>
    <message>
      <source>the others are changed without it</source>
      <translation>die anderen werden ohne ihn geändert</translation>
    </message>
    <message>
      <source>the port is not a number</source>
      <translation>der Port ist keine Zahl</translation>
    </message>
    <message>
      <source>the project itself</source>
      <translation>das Projekt selbst</translation>
    </message>
    <message>
      <source>the record as a whole</source>
      <translation>der Datensatz als Ganzes</translation>
    </message>
    <message>
      <source>the record is not saved</source>
      <translation>der Datensatz wird nicht gespeichert</translation>
    </message>
    <message>
      <source>the selected: %1</source>
      <translation>die markierten: %1</translation>
    </message>
    <message>
      <source>the sheet</source>
      <translation>das Blatt</translation>
    </message>
    <message>
      <source>the table</source>
      <translation>die Tabelle</translation>
    </message>
    <message>
      <source>the trial</source>
      <translation>der Versuch</translation>
    </message>
    <message>
      <source>the usual</source>
      <translation>die übliche</translation>
    </message>
    <message>
      <source>there is a file of this name</source>
      <translation>es gibt eine Datei dieses Namens</translation>
    </message>
    <message>
      <source>these</source>
      <translation>diese</translation>
    </message>
    <message numerus="yes">
      <source>things</source>
      <translation>
        <numerusform>Sache</numerusform>
        <numerusform>Sachen</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>things are</source>
      <translation>
        <numerusform>Sache ist</numerusform>
        <numerusform>Sachen sind</numerusform>
      </translation>
    </message>
    <message>
      <source>this account</source>
      <translation>dieses Konto</translation>
    </message>
    <message>
      <source>this list</source>
      <translation>dieser Liste</translation>
    </message>
    <message>
      <source>this machine</source>
      <translation>dieser Rechner</translation>
    </message>
    <message>
      <source>those of %1</source>
      <translation>die von %1</translation>
    </message>
    <message>
      <source>those of the list, as it is filtered</source>
      <translation>die der Liste, wie sie gefiltert ist</translation>
    </message>
    <message>
      <source>those where…</source>
      <translation>die, bei denen…</translation>
    </message>
    <message>
      <source>title of a section</source>
      <translation>Titel eines Abschnitts</translation>
    </message>
    <message>
      <source>tls is one of off, prefer, require, verify</source>
      <translation>tls ist eines von off, prefer, require, verify</translation>
    </message>
    <message>
      <source>to the chosen record of %1</source>
      <translation>mit dem gewählten Datensatz von %1</translation>
    </message>
    <message>
      <source>to watched tables (%1)</source>
      <translation>mit beobachteten Tabellen (%1)</translation>
    </message>
    <message>
      <source>today</source>
      <translation>heute</translation>
    </message>
    <message>
      <source>today, %1</source>
      <translation>heute, %1</translation>
    </message>
    <message>
      <source>tomorrow</source>
      <translation>morgen</translation>
    </message>
    <message>
      <source>trial</source>
      <translation>Versuch</translation>
    </message>
    <message>
      <source>trial end</source>
      <translation>Versuchsende</translation>
    </message>
    <message>
      <source>trim</source>
      <translation>kürzen</translation>
    </message>
    <message>
      <source>true or false</source>
      <translation>wahr oder falsch</translation>
    </message>
    <message>
      <source>type the next field here</source>
      <translation>hier das nächste Feld tippen</translation>
    </message>
    <message>
      <source>type to begin the next</source>
      <translation>tippen, um die nächste zu beginnen</translation>
    </message>
    <message>
      <source>under 1 %</source>
      <translation>unter 1 %</translation>
    </message>
    <message>
      <source>upright</source>
      <translation>hoch</translation>
    </message>
    <message>
      <source>usual port</source>
      <translation>üblicher Port</translation>
    </message>
    <message numerus="yes">
      <source>values</source>
      <translation>
        <numerusform>Wert</numerusform>
        <numerusform>Werte</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>values are missing</source>
      <translation>
        <numerusform>Wert fehlt</numerusform>
        <numerusform>Werte fehlen</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>values are needed</source>
      <translation>
        <numerusform>Wert wird gebraucht</numerusform>
        <numerusform>Werte werden gebraucht</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>views</source>
      <translation>
        <numerusform>Sicht</numerusform>
        <numerusform>Sichten</numerusform>
      </translation>
    </message>
    <message>
      <source>visible if</source>
      <translation>sichtbar wenn</translation>
    </message>
    <message numerus="yes">
      <source>warnings</source>
      <translation>
        <numerusform>Warnung</numerusform>
        <numerusform>Warnungen</numerusform>
      </translation>
    </message>
    <message>
      <source>was %1</source>
      <translation>war %1</translation>
    </message>
    <message>
      <source>watched</source>
      <translation>beobachtet</translation>
    </message>
    <message>
      <source>what %1 did since change %2</source>
      <translation>was %1 seit Änderung %2 tat</translation>
    </message>
    <message>
      <source>what a role may</source>
      <translation>was eine Rolle darf</translation>
    </message>
    <message>
      <source>what can be compared</source>
      <translation>was sich vergleichen lässt</translation>
    </message>
    <message>
      <source>what is here</source>
      <translation>was hier ist</translation>
    </message>
    <message>
      <source>what is in the file</source>
      <translation>was in der Datei ist</translation>
    </message>
    <message>
      <source>what is missing is asked for first</source>
      <translation>was fehlt, wird zuerst erfragt</translation>
    </message>
    <message>
      <source>what is stored</source>
      <translation>was gespeichert ist</translation>
    </message>
    <message>
      <source>what somebody else changed</source>
      <translation>was jemand anders geändert hat</translation>
    </message>
    <message>
      <source>what they show</source>
      <translation>was sie zeigen</translation>
    </message>
    <message>
      <source>when a picture or file is attached</source>
      <translation>wenn ein Bild oder eine Datei angehängt wird</translation>
    </message>
    <message>
      <source>when a record is added</source>
      <translation>wenn ein Datensatz hinzukommt</translation>
    </message>
    <message>
      <source>when a record is changed</source>
      <translation>wenn ein Datensatz geändert wird</translation>
    </message>
    <message>
      <source>when asked, one or all together</source>
      <translation>wenn verlangt, einzeln oder alle zusammen</translation>
    </message>
    <message>
      <source>when it is signed</source>
      <translation>wenn unterschrieben wird</translation>
    </message>
    <message>
      <source>when it saves</source>
      <translation>wann sie speichert</translation>
    </message>
    <message>
      <source>who has a role</source>
      <translation>wer eine Rolle hat</translation>
    </message>
    <message numerus="yes">
      <source>windows</source>
      <translation>
        <numerusform>Fenster</numerusform>
        <numerusform>Fenster</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>windows are</source>
      <translation>
        <numerusform>Fenster ist</numerusform>
        <numerusform>Fenster sind</numerusform>
      </translation>
    </message>
    <message>
      <source>with text replaced</source>
      <translation>mit ersetztem Text</translation>
    </message>
    <message>
      <source>without %1, which the table does not have</source>
      <translation>ohne %1, das die Tabelle nicht hat</translation>
    </message>
    <message>
      <source>without lines</source>
      <translation>ohne Positionen</translation>
    </message>
    <message>
      <source>without the source %1</source>
      <translation>ohne die Quelle %1</translation>
    </message>
    <message>
      <source>write mariadb://user@host:port/database</source>
      <translation>schreiben Sie mariadb://person@rechner:port/datenbank</translation>
    </message>
    <message>
      <source>write postgresql://user@host:port/database</source>
      <translation>schreiben Sie postgresql://person@rechner:port/datenbank</translation>
    </message>
    <message>
      <source>written as here</source>
      <translation>geschrieben wie hier</translation>
    </message>
    <message>
      <source>yes</source>
      <translation>ja</translation>
    </message>
    <message>
      <source>yes, in %1</source>
      <translation>ja, in %1</translation>
    </message>
    <message>
      <source>yesterday</source>
      <translation>gestern</translation>
    </message>
    <message>
      <source>“%1”</source>
      <translation>„%1“</translation>
    </message>
    <message>
      <source>“%1” also changes %2, which cannot be changed here.</source>
      <translation>„%1“ ändert auch %2, das sich hier nicht ändern lässt.</translation>
    </message>
    <message>
      <source>“%1” can mean %2 or %3. Type the one you mean.</source>
      <translation>„%1“ kann %2 oder %3 bedeuten. Tippen Sie das gemeinte.</translation>
    </message>
    <message>
      <source>“%1” cannot be asked: %2</source>
      <translation>„%1“ kann nicht gefragt werden: %2</translation>
    </message>
    <message>
      <source>“%1” cannot be filtered by.</source>
      <translation>Nach „%1“ lässt sich nicht filtern.</translation>
    </message>
    <message>
      <source>“%1” cannot be followed here.</source>
      <translation>„%1“ lässt sich hier nicht folgen.</translation>
    </message>
    <message>
      <source>“%1” cannot be stamped: %2</source>
      <translation>„%1“ lässt sich nicht stempeln: %2</translation>
    </message>
    <message>
      <source>“%1” cannot be told from a field of the record.</source>
      <translation>„%1“ lässt sich nicht von einem Feld des Datensatzes unterscheiden.</translation>
    </message>
    <message>
      <source>“%1” cannot become %2.</source>
      <translation>„%1“ kann nicht %2 werden.</translation>
    </message>
    <message>
      <source>“%1” cannot choose what is offered: %2</source>
      <translation>„%1“ kann nicht wählen, was angeboten wird: %2</translation>
    </message>
    <message>
      <source>“%1” cannot fill the field: %2</source>
      <translation>„%1“ kann das Feld nicht füllen: %2</translation>
    </message>
    <message>
      <source>“%1” cannot stand here: a digit is expected.</source>
      <translation>„%1“ kann hier nicht stehen: Eine Ziffer wird erwartet.</translation>
    </message>
    <message>
      <source>“%1” cannot stand here: a letter is expected.</source>
      <translation>„%1“ kann hier nicht stehen: Ein Buchstabe wird erwartet.</translation>
    </message>
    <message>
      <source>“%1” could be several fields. Write its name in double quotes.</source>
      <translation>„%1“ könnten mehrere Felder sein. Schreiben Sie seinen Namen in doppelten Anführungszeichen.</translation>
    </message>
    <message>
      <source>“%1” does not read like %2. Type for example %3.</source>
      <translation>„%1“ sieht nicht aus wie %2. Tippen Sie zum Beispiel %3.</translation>
    </message>
    <message>
      <source>“%1” gives no name for a package. Say another one.</source>
      <translation>„%1“ ergibt keinen Namen für ein Paket. Sagen Sie einen anderen.</translation>
    </message>
    <message>
      <source>“%1” has more than %2 characters.</source>
      <translation>„%1“ hat mehr als %2 Zeichen.</translation>
    </message>
    <message>
      <source>“%1” has no meaning here.</source>
      <translation>„%1“ hat hier keine Bedeutung.</translation>
    </message>
    <message>
      <source>“%1” is forgotten. Undo brings it back.</source>
      <translation>„%1“ ist vergessen. „Rückgängig“ bringt es zurück.</translation>
    </message>
    <message>
      <source>“%1” is in the hour that the clock skips on that day.</source>
      <translation>„%1“ liegt in der Stunde, die die Uhr an jenem Tag überspringt.</translation>
    </message>
    <message>
      <source>“%1” is neither yes nor no.</source>
      <translation>„%1“ ist weder ja noch nein.</translation>
    </message>
    <message>
      <source>“%1” is no %2.</source>
      <translation>„%1“ ist kein Wert der Art %2.</translation>
    </message>
    <message>
      <source>“%1” is no address that is opened.</source>
      <translation>„%1“ ist keine Adresse, die geöffnet wird.</translation>
    </message>
    <message>
      <source>“%1” is no change and no time. Write a number, or a time like 2026-03-04T14:00.</source>
      <translation>„%1“ ist keine Änderung und keine Zeit. Schreiben Sie eine Nummer oder eine Zeit wie 2026-03-04T14:00.</translation>
    </message>
    <message>
      <source>“%1” is no colour. Type six digits of red, green and blue, for example #1F6F66.</source>
      <translation>„%1“ ist keine Farbe. Tippen Sie sechs Stellen für Rot, Grün und Blau, zum Beispiel #1F6F66.</translation>
    </message>
    <message>
      <source>“%1” is no colour. Write it like #A3263B.</source>
      <translation>„%1“ ist keine Farbe. Schreiben Sie sie wie #A3263B.</translation>
    </message>
    <message>
      <source>“%1” is no condition here: %2</source>
      <translation>„%1“ ist hier keine Bedingung: %2</translation>
    </message>
    <message>
      <source>“%1” is no e-mail address. Type for example office@tarn-bay.example.</source>
      <translation>„%1“ ist keine E-Mail-Adresse. Tippen Sie zum Beispiel office@tarn-bay.example.</translation>
    </message>
    <message>
      <source>“%1” is no link. Type for example https://tarn-bay.example.</source>
      <translation>„%1“ ist kein Link. Tippen Sie zum Beispiel https://tarn-bay.example.</translation>
    </message>
    <message>
      <source>“%1” is no locale. Name it as in de, en-GB or pt-BR.</source>
      <translation>„%1“ ist keine Sprachregion. Nennen Sie sie wie de, en-GB oder pt-BR.</translation>
    </message>
    <message>
      <source>“%1” is no name of a host.</source>
      <translation>„%1“ ist kein Name eines Rechners.</translation>
    </message>
    <message>
      <source>“%1” is no pattern for dates. Type short, long, iso or for example d MMM yyyy.</source>
      <translation>„%1“ ist kein Muster für Daten. Tippen Sie short, long, iso oder zum Beispiel d MMM yyyy.</translation>
    </message>
    <message>
      <source>“%1” is no pattern for numbers. Type for example 0.00, #,##0 or 0.00 m.</source>
      <translation>„%1“ ist kein Muster für Zahlen. Tippen Sie zum Beispiel 0.00, #,##0 oder 0.00 m.</translation>
    </message>
    <message>
      <source>“%1” is no record of %2. Choose one from the list.</source>
      <translation>„%1“ ist kein Datensatz von %2. Wählen Sie einen aus der Liste.</translation>
    </message>
    <message>
      <source>“%1” is no version: it begins with a digit.</source>
      <translation>„%1“ ist keine Version: sie beginnt mit einer Ziffer.</translation>
    </message>
    <message>
      <source>“%1” is no way to show a field.</source>
      <translation>„%1“ ist keine Art, ein Feld zu zeigen.</translation>
    </message>
    <message>
      <source>“%1” is none of %2.</source>
      <translation>„%1“ ist keines von %2.</translation>
    </message>
    <message>
      <source>“%1” is none of the choices: %2.</source>
      <translation>„%1“ gehört nicht zur Auswahl: %2.</translation>
    </message>
    <message>
      <source>“%1” is not a UUID. Type for example 6f1c9a52-3f0e-4d83-9a61-0c5b7e2d4f18.</source>
      <translation>„%1“ ist keine UUID. Tippen Sie zum Beispiel 6f1c9a52-3f0e-4d83-9a61-0c5b7e2d4f18.</translation>
    </message>
    <message>
      <source>“%1” is not a date and time. Type for example %2.</source>
      <translation>„%1“ ist kein Datum mit Uhrzeit. Tippen Sie zum Beispiel %2.</translation>
    </message>
    <message>
      <source>“%1” is not a date and time. Type for example 2026-12-04 07:30.</source>
      <translation>„%1“ ist kein Datum mit Uhrzeit. Tippen Sie zum Beispiel 2026-12-04 07:30.</translation>
    </message>
    <message>
      <source>“%1” is not a date. Type for example %2.</source>
      <translation>„%1“ ist kein Datum. Tippen Sie zum Beispiel %2.</translation>
    </message>
    <message>
      <source>“%1” is not a date. Type year-month-day, for example 2026-12-04.</source>
      <translation>„%1“ ist kein Datum. Tippen Sie Jahr-Monat-Tag, zum Beispiel 2026-12-04.</translation>
    </message>
    <message>
      <source>“%1” is not a moment. Type for example %2, or with a zone behind it, as in %2+01:00.</source>
      <translation>„%1“ ist kein Zeitpunkt. Tippen Sie zum Beispiel %2, oder mit einer Zeitzone dahinter, wie in %2+01:00.</translation>
    </message>
    <message>
      <source>“%1” is not a moment. Type for example 2026-12-04 07:30, or with a zone 2026-12-04 07:30+01:00.</source>
      <translation>„%1“ ist kein Zeitpunkt. Tippen Sie zum Beispiel 2026-12-04 07:30, oder mit Zeitzone 2026-12-04 07:30+01:00.</translation>
    </message>
    <message>
      <source>“%1” is not a number. Type a number, for example %2.</source>
      <translation>„%1“ ist keine Zahl. Tippen Sie eine Zahl, zum Beispiel %2.</translation>
    </message>
    <message>
      <source>“%1” is not a number. Type a number, for example 184.50.</source>
      <translation>„%1“ ist keine Zahl. Tippen Sie eine Zahl, zum Beispiel 184.50.</translation>
    </message>
    <message>
      <source>“%1” is not a number. Type a number, for example 54.0712.</source>
      <translation>„%1“ ist keine Zahl. Tippen Sie eine Zahl, zum Beispiel 54.0712.</translation>
    </message>
    <message>
      <source>“%1” is not a number. Type a whole number, for example %2.</source>
      <translation>„%1“ ist keine Zahl. Tippen Sie eine ganze Zahl, zum Beispiel %2.</translation>
    </message>
    <message>
      <source>“%1” is not a number. Type a whole number, for example 42.</source>
      <translation>„%1“ ist keine Zahl. Tippen Sie eine ganze Zahl, zum Beispiel 42.</translation>
    </message>
    <message>
      <source>“%1” is not a time. Type for example %2.</source>
      <translation>„%1“ ist keine Uhrzeit. Tippen Sie zum Beispiel %2.</translation>
    </message>
    <message>
      <source>“%1” is not a time. Type hours:minutes, for example 07:30.</source>
      <translation>„%1“ ist keine Uhrzeit. Tippen Sie Stunden:Minuten, zum Beispiel 07:30.</translation>
    </message>
    <message>
      <source>“%1” is not a whole number between −9223372036854775808 and 9223372036854775807.</source>
      <translation>„%1“ ist keine ganze Zahl zwischen −9223372036854775808 und 9223372036854775807.</translation>
    </message>
    <message>
      <source>“%1” is not among what your role may do on %2: %3.</source>
      <translation>„%1“ gehört nicht zu dem, was Ihre Rolle auf %2 darf: %3.</translation>
    </message>
    <message>
      <source>“%1” is not among what your role may do with %2.</source>
      <translation>„%1“ gehört nicht zu dem, was Ihre Rolle mit %2 darf.</translation>
    </message>
    <message>
      <source>“%1” is not among what your role may do: %2.</source>
      <translation>„%1“ gehört nicht zu dem, was Ihre Rolle darf: %2.</translation>
    </message>
    <message>
      <source>“%1” is now this one. It stands in the project once that is saved.</source>
      <translation>„%1“ ist jetzt diese. Sie steht im Projekt, sobald das gespeichert ist.</translation>
    </message>
    <message>
      <source>“%1” names no database. Write sqlite:PATH, postgresql://user@host/database or mariadb://user@host/database.</source>
      <translation>„%1“ nennt keine Datenbank. Schreiben Sie sqlite:PFAD, postgresql://person@rechner/datenbank oder mariadb://person@rechner/datenbank.</translation>
    </message>
    <message>
      <source>“%1” refers to no record that could be followed.</source>
      <translation>„%1“ verweist auf keinen Datensatz, dem sich folgen ließe.</translation>
    </message>
    <message>
      <source>“%1” should be an object.</source>
      <translation>„%1“ sollte ein Objekt sein.</translation>
    </message>
    <message>
      <source>“%1” stands behind the last column; the row has more cells than the first one.</source>
      <translation>„%1“ steht hinter der letzten Spalte; die Zeile hat mehr Zellen als die erste.</translation>
    </message>
    <message>
      <source>“fields” should be an object.</source>
      <translation>„fields“ sollte ein Objekt sein.</translation>
    </message>
    <message>
      <source>“screens” should be a list.</source>
      <translation>„screens“ sollte eine Liste sein.</translation>
    </message>
    <message>
      <source>… and %1 more</source>
      <translation>… und %1 weitere</translation>
    </message>
    <message>
      <source>… and %1 more steps</source>
      <translation>… und %1 weitere Schritte</translation>
    </message>
    <message>
      <source>…and nobody lifts its filters</source>
      <translation>…und niemand hebt seine Filter auf</translation>
    </message>
    <message>
      <source>−</source>
      <translation>−</translation>
    </message>
  </context>
</TS>
