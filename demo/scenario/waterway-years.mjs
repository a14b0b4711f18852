/**
 * Five years of a waterway authority: log, notices, signs, contracts, manuals, English and German. In each text stands at least
 * one thing that is another every year, so that no two units of the memory are the same: `{L}` a lock, `{B}` a bridge, `{n}` a
 * number, `{d}` and `{e}` days.
 */
const TEXTS = [
  // Log of maintenance.
  ['{L} Lock: gate seal replaced.', 'Schleuse {L}: Tordichtung erneuert.'],
  ['{L} Lock: paddle gear greased.', 'Schleuse {L}: Schützgetriebe geschmiert.'],
  ['{L} Lock: lower gate does not close fully.', 'Schleuse {L}: Untertor schließt nicht vollständig.'],
  ['{L} Lock: chamber wall inspected, no cracks found.', 'Schleuse {L}: Kammerwand geprüft, keine Risse gefunden.'],
  ['{L} Lock: mooring bollard loose.', 'Schleuse {L}: Poller locker.'],
  ['{L} Lock: silt removed from the lower approach.', 'Schleuse {L}: Schlick aus dem unteren Vorhafen entfernt.'],
  ['{L} Lock: water level gauge cleaned.', 'Schleuse {L}: Pegel gereinigt.'],
  ['{L} Lock: lighting on the lock side repaired.', 'Schleuse {L}: Beleuchtung am Schleusenrand repariert.'],
  [
    '{L} Lock: paddle gear on the left bank seized, freed by hand.',
    'Schleuse {L}: Schützgetriebe am linken Ufer festgefressen, von Hand gelöst.',
  ],
  ['{L} Lock: spare paddle gear ordered.', 'Schleuse {L}: Schützgetriebe als Ersatz bestellt.'],
  ['{B} Bridge: paint renewed on the span.', 'Brücke {B}: Anstrich des Überbaus erneuert.'],
  ['{B} Bridge: barrier no longer closes on its own.', 'Brücke {B}: Schranke schließt nicht mehr selbsttätig.'],
  ['Pump {n} runs hot after two hours.', 'Pumpe {n} läuft nach zwei Stunden heiß.'],
  ['Bearing {n} of the mitre gate shows wear.', 'Lager {n} des Stemmtors zeigt Verschleiß.'],
  ['Divers inspected the sill at {L} Lock on {d}.', 'Taucher haben am {d} den Drempel der Schleuse {L} geprüft.'],
  [
    'Mooring bollard {n} at the upper landing stage was struck by a barge.',
    'Ein Lastkahn hat den Poller {n} am oberen Anleger gerammt.',
  ],
  [
    '{L} Lock: hydraulic hose replaced, no oil in the water.',
    'Schleuse {L}: Hydraulikschlauch erneuert, kein Öl im Wasser.',
  ],
  ['{B} Bridge: clearance board repainted.', 'Brücke {B}: Durchfahrtstafel neu gestrichen.'],
  [
    'Weir gate {n} was raised by hand during the power cut.',
    'Während des Stromausfalls wurde das Wehrtor {n} von Hand gehoben.',
  ],
  [
    'The towpath between {L} and {B} Bridge is washed out over {n} m.',
    'Der Treidelpfad zwischen {L} und der Brücke {B} ist auf {n} m unterspült.',
  ],
  // Notices to skippers.
  [
    '{L} Lock is closed to navigation from {d} to {e}.',
    'Die Schleuse {L} ist vom {d} bis {e} für die Schifffahrt gesperrt.',
  ],
  ['From {d}, {L} Lock is worked by appointment only.', 'Ab dem {d} wird die Schleuse {L} nur nach Anmeldung bedient.'],
  [
    'The water level above {L} Lock is lowered by {n} cm on {d}.',
    'Der Wasserstand oberhalb der Schleuse {L} wird am {d} um {n} cm abgesenkt.',
  ],
  [
    'Between {L} and the weir the fairway is narrowed to {n} m.',
    'Zwischen {L} und dem Wehr ist die Fahrrinne auf {n} m eingeengt.',
  ],
  [
    '{B} Bridge is not opened during the regatta on {d}.',
    'Die Brücke {B} wird während der Regatta am {d} nicht geöffnet.',
  ],
  [
    'Divers are working at {B} Bridge: pass with caution.',
    'An der Brücke {B} arbeiten Taucher: vorsichtig vorbeifahren.',
  ],
  [
    'Dredging at kilometre {n} is expected to last until {d}.',
    'Die Baggerarbeiten bei Kilometer {n} dauern voraussichtlich bis {d}.',
  ],
  [
    'Vessels over {n} m report to the lock keeper at {L} by radio.',
    'Fahrzeuge über {n} m melden sich über Funk beim Schleusenwärter in {L}.',
  ],
  [
    'The waiting berth below {L} Lock is out of use until {d}.',
    'Der Warteplatz unterhalb der Schleuse {L} ist bis {d} außer Betrieb.',
  ],
  [
    'Because of ice, navigation ends on {d} at sunset.',
    'Wegen Eisbildung endet die Schifffahrt am {d} bei Sonnenuntergang.',
  ],
  ['Fishing from the lock walls at {L} is prohibited.', 'Angeln von den Schleusenmauern in {L} ist verboten.'],
  [
    'The towpath near {B} Bridge is flooded; use the road.',
    'Der Treidelpfad bei der Brücke {B} ist überflutet; benutzen Sie die Straße.',
  ],
  ['Kilometre {n}: overhead line, clearance reduced.', 'Kilometer {n}: Freileitung, Durchfahrtshöhe verringert.'],
  [
    'From {d} a toll of {n} euros is charged at {L} Lock.',
    'Ab dem {d} wird an der Schleuse {L} eine Gebühr von {n} Euro erhoben.',
  ],
  // Signs.
  ['Maximum draught {n} cm', 'Tauchtiefe höchstens {n} cm'],
  ['No mooring for {n} m', 'Anlegen auf {n} m verboten'],
  ['Berth {n}: pleasure craft only', 'Liegeplatz {n}: nur für Sportboote'],
  ['Make fast to mooring bollard {n} only.', 'Nur am Poller {n} festmachen.'],
  ['Slow down: {n} km/h', 'Langsam fahren: {n} km/h'],
  ['{L} Lock: wait for the green light.', 'Schleuse {L}: auf grünes Licht warten.'],
  ['{B} Bridge: sound one long blast.', 'Brücke {B}: einen langen Ton geben.'],
  ['Water point {n}: coins only', 'Wasserstelle {n}: nur mit Münzen'],
  ['Keep {n} m clear of the spillway.', 'Zum Überlauf {n} m Abstand halten.'],
  ['Ladder {n}: for emergencies', 'Leiter {n}: nur für Notfälle'],
  // Contracts.
  [
    'The contractor shall complete the bank protection at kilometre {n} by {d}.',
    'Der Auftragnehmer stellt die Uferbefestigung bei Kilometer {n} bis {d} fertig.',
  ],
  ['Section {n} governs the disposal of dredged material.', 'Abschnitt {n} regelt die Entsorgung des Baggerguts.'],
  [
    'The authority may terminate the lease of berth {n} at the end of any month.',
    'Die Behörde kann den Pachtvertrag für Liegeplatz {n} zum Ende jedes Monats kündigen.',
  ],
  [
    'Payment falls due {n} days after acceptance of the work.',
    'Die Zahlung wird {n} Tage nach Abnahme der Arbeiten fällig.',
  ],
  [
    'Damage to a mooring bollard is charged at {n} euros.',
    'Für die Beschädigung eines Pollers werden {n} Euro berechnet.',
  ],
  [
    'The paddle gear of {L} Lock remains the property of the authority.',
    'Die Schützgetriebe der Schleuse {L} bleiben Eigentum der Behörde.',
  ],
  [
    'Noise at night shall not exceed {n} dB at the nearest house.',
    'Nachts darf der Lärm am nächsten Wohnhaus {n} dB nicht überschreiten.',
  ],
  [
    'The warranty on the mitre gates of {L} Lock ends on {d}.',
    'Die Gewährleistung für die Stemmtore der Schleuse {L} endet am {d}.',
  ],
  [
    'Item {n}: supply and fitting of one mooring bollard, cast steel.',
    'Position {n}: einen Poller aus Stahlguss liefern und einbauen.',
  ],
  [
    'The lessee keeps a strip of {n} m along the towpath free of growth.',
    'Der Pächter hält einen Streifen von {n} m entlang des Treidelpfads frei von Bewuchs.',
  ],
  // Manuals.
  ['Tighten the nut of the paddle gear to {n} Nm.', 'Ziehen Sie die Mutter des Schützgetriebes mit {n} Nm an.'],
  ['Change the oil of the paddle gear every {n} months.', 'Wechseln Sie das Öl des Schützgetriebes alle {n} Monate.'],
  ['Filling the chamber of {L} Lock takes {n} minutes.', 'Das Füllen der Kammer der Schleuse {L} dauert {n} Minuten.'],
  [
    'If fault {n} is shown, switch the drive off and call the workshop.',
    'Wird die Störung {n} angezeigt, schalten Sie den Antrieb aus und rufen Sie die Werkstatt.',
  ],
  [
    'Check the paddle gear before the season, at the latest on {d}.',
    'Prüfen Sie die Schützgetriebe vor der Saison, spätestens am {d}.',
  ],
  ['The float of gauge {n} must move freely.', 'Der Schwimmer des Pegels {n} muss sich frei bewegen.'],
  ['Before entering shaft {n}, measure the air.', 'Messen Sie die Luft, bevor Sie den Schacht {n} betreten.'],
  [
    'Turn the mooring bollard by {n} degrees and drive in the wedge.',
    'Drehen Sie den Poller um {n} Grad und schlagen Sie den Keil ein.',
  ],
  ['Store the stop logs of {L} Lock under cover.', 'Lagern Sie die Dammbalken der Schleuse {L} überdacht.'],
  ['Switch {n} starts the pumps by hand.', 'Schalter {n} startet die Pumpen von Hand.'],
  ['The pull of the cable may be {n} kN at most.', 'Die Zugkraft des Seils darf höchstens {n} kN betragen.'],
  [
    'Lower the gate to mark {n} and let it rest there.',
    'Senken Sie das Tor bis zur Marke {n} und lassen Sie es dort ruhen.',
  ],
  ['Lamp {n} lights up while the bridge is moving.', 'Lampe {n} leuchtet, solange sich die Brücke bewegt.'],
  [
    'A mooring bollard within {n} m of the gate is painted red.',
    'Ein Poller, der weniger als {n} m vom Tor entfernt ist, wird rot gestrichen.',
  ],
  // Letters to boat owners, and the conditions of a berth.
  ['Your berth at {L} is free from {d}.', 'Ihr Liegeplatz in {L} ist ab dem {d} frei.'],
  ['The licence for your boat expires on {d}.', 'Die Zulassung Ihres Bootes läuft am {d} ab.'],
  ['Please move your boat from {B} Bridge before {d}.', 'Bitte verlegen Sie Ihr Boot vor dem {d} von der Brücke {B}.'],
  ['Berth {n} has neither water nor electricity.', 'Am Liegeplatz {n} gibt es weder Wasser noch Strom.'],
  [
    'The mooring fee for a boat of up to {n} feet is due on {d}.',
    'Das Liegegeld für ein Boot bis {n} Fuß ist am {d} fällig.',
  ],
  ['The winter moorings at {L} close on {d}.', 'Die Winterliegeplätze in {L} schließen am {d}.'],
  [
    'We received your complaint about {L} Lock on {d}.',
    'Ihre Beschwerde über die Schleuse {L} ist am {d} bei uns eingegangen.',
  ],
  [
    'The meeting of the canal users takes place at {L} on {d}.',
    'Die Versammlung der Kanalnutzer findet am {d} in {L} statt.',
  ],
  [
    'Locks {n} to {n}A are worked by volunteers at weekends.',
    'Die Schleusen {n} bis {n}A werden am Wochenende von Freiwilligen bedient.',
  ],
];

const LOCKS = ['Ellbridge', 'Marsh End', 'Oldmere', 'Stonewharf', 'Tarn Hill', 'Wexley', 'Long Reach'];
const BRIDGES = ['Harrow', 'Millgate', 'Osier', 'Saltway', 'Quarry', 'Fenside', 'Copper'];
const MONTHS = [
  ['March', 'März'],
  ['April', 'April'],
  ['May', 'Mai'],
  ['September', 'September'],
  ['October', 'Oktober'],
  ['November', 'November'],
];

export const FIRST_YEAR = 2019;
const YEARS = 5;

/** English and German by the year, 77 of each. */
export const WATERWAY_YEARS = Array.from({ length: YEARS }, (_, year) =>
  TEXTS.map((pair, i) => {
    const [month, monat] = MONTHS[(i + year) % MONTHS.length];
    const day = 1 + ((i * 3 + year * 5) % 20);
    const slots = (german) => ({
      L: LOCKS[(i + year) % LOCKS.length],
      B: BRIDGES[(i + year) % BRIDGES.length],
      n: String(12 + ((i * 7) % 40) + year * 3),
      d: german ? `${day}. ${monat}` : `${day} ${month}`,
      e: german ? `${day + 7}. ${monat}` : `${day + 7} ${month}`,
    });
    return pair.map((text, k) => text.replace(/\{(\w)\}/g, (_, name) => slots(k === 1)[name]));
  }),
);
