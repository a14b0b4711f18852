/** Documents and their translations, paragraph by paragraph: a heading begins with "# ". */

/** English and German; the German one lacks a paragraph and has two sentences made one. */
export const HARBOUR = [
  ['# Harbour rules of Brennick', '# Hafenordnung von Brennick'],
  [
    'These rules apply to all boats between the upper gate and the weir. They were last changed on 3 May 2024.',
    'Diese Ordnung gilt für alle Boote zwischen dem Obertor und dem Wehr. Sie wurde zuletzt am 3. Mai 2024 geändert.',
  ],
  ['# Arrival', '# Ankunft'],
  [
    'Boats longer than 15 m report to the lock keeper by radio, channel 10, at least 30 minutes before arrival. The lock keeper assigns the place. Nobody moors without a place.',
    'Boote über 15 m Länge melden sich mindestens 30 Minuten vor der Ankunft über Funk, Kanal 10, beim Schleusenwärter. Der Schleusenwärter weist den Platz zu, und niemand macht ohne Platz fest.',
  ],
  [
    'Wait at the waiting berth until the signal is green. Do not tie up to the lock ladder.',
    'Warten Sie am Warteplatz, bis das Signal grün ist. Machen Sie nicht an der Schleusenleiter fest.',
  ],
  ['# Mooring', '# Festmachen'],
  [
    'Mooring lines are made fast to the bollards only, never to the railing. Lines must follow the water level. A crew member stays on board while the chamber is filled.',
    'Festmacherleinen werden nur an den Pollern belegt, niemals am Geländer. Die Leinen müssen dem Wasserstand folgen. Ein Besatzungsmitglied bleibt an Bord, während die Kammer gefüllt wird.',
  ],
  [
    'Fenders are hung out on both sides. Car tyres are not allowed as fenders, because they float and block the sluice.',
    '',
  ],
  [
    'Boats moor on the left bank between posts 12 and 17. Between posts 18 and 24 only work boats may moor.',
    'Boote machen am linken Ufer zwischen den Pfosten 12 und 17 fest. Zwischen den Pfosten 18 und 24 dürfen nur Arbeitsboote festmachen.',
  ],
  ['# Water level', '# Wasserstand'],
  [
    'The gauge stands at the upper gate and is read at 6 and 18 hours. If the level falls below 120 cm, navigation is closed. If it rises above 310 cm, all boats leave the quay.',
    'Der Pegel steht am Obertor und wird um 6 und 18 Uhr abgelesen. Sinkt der Stand unter 120 cm, ist die Schifffahrt gesperrt. Steigt er über 310 cm, verlassen alle Boote den Kai.',
  ],
  [
    'In frost the gates are moved once every two hours. Ice is broken from the upstream side only.',
    'Bei Frost werden die Tore alle zwei Stunden einmal bewegt. Eis wird nur von der Oberwasserseite gebrochen.',
  ],
  ['# Fees', '# Gebühren'],
  [
    'A passage costs 14.50 for boats up to 12 m and 22.00 for longer ones. A night at the quay costs 9.00. Work boats of the canal company pay nothing.',
    'Eine Durchfahrt kostet 14,50 für Boote bis 12 m und 22,00 für längere. Eine Nacht am Kai kostet 9,00. Arbeitsboote der Kanalgesellschaft zahlen nichts.',
  ],
  [
    'Fees are paid to the lock keeper before departure. A receipt is issued for every payment.',
    'Gebühren werden vor der Abfahrt beim Schleusenwärter bezahlt. Für jede Zahlung wird eine Quittung ausgestellt.',
  ],
];

/** German and Portuguese; in the Portuguese one the section on tools stands at the end. */
export const MAINTENANCE = [
  ['# Wartung der Schütze', '# Manutenção das comportas'],
  [
    'Prüfen Sie das Schützgetriebe jeden Monat auf Rost und Spiel.',
    'Verifique todos os meses se o mecanismo da comporta tem ferrugem ou folga.',
  ],
  ['Schmieren Sie die Zahnstange mit 200 g Fett.', 'Lubrifique a cremalheira com 200 g de massa.'],
  ['# Werkzeug', '# Ferramentas'],
  [
    'Sie brauchen die Kurbel, zwei Schraubenschlüssel und eine Fettpresse.',
    'São necessárias a manivela, duas chaves de porcas e uma pistola de lubrificação.',
  ],
  [
    'Hängen Sie die Kurbel nach der Arbeit wieder in den Schrank 4.',
    'Depois do trabalho, volte a pendurar a manivela no armário 4.',
  ],
  ['Schrauben, die fehlen, werden im Lager 7 geholt.', 'Os parafusos que faltam vão buscar-se ao armazém 7.'],
  ['# Probelauf', '# Ensaio'],
  ['Öffnen Sie das Schütz um 10 cm und warten Sie 5 Minuten.', 'Abra a comporta 10 cm e espere 5 minutos.'],
  ['Schließen Sie das Schütz und lesen Sie den Pegel ab.', 'Feche a comporta e leia a escala.'],
  [
    'Fällt der Pegel um mehr als 2 cm, ist die Dichtung zu ersetzen.',
    'Se o nível descer mais de 2 cm, é preciso substituir a vedação.',
  ],
  ['# Protokoll', '# Registo'],
  [
    'Tragen Sie Datum, Pegel und Name in das Schleusenbuch ein.',
    'Registe a data, o nível e o nome no livro da eclusa.',
  ],
  [
    'Mängel werden dem Betriebshof noch am selben Tag gemeldet.',
    'Os defeitos são comunicados à oficina no próprio dia.',
  ],
];
export const MAINTENANCE_MOVED = [3, 7];

/** Japanese and English. */
export const KILN_CARE = [
  ['# 窯の手入れ', '# Care of the kiln'],
  [
    '窯を開ける前に、温度が100℃より低いことを確かめてください。',
    'Make sure that the temperature is below 100 °C before you open the kiln.',
  ],
  ['扉は二人で開けます。手袋を着けてください。', 'Two people open the door. Wear gloves.'],
  ['棚板に付いた釉薬をのみで落とします。', 'Remove glaze from the kiln shelves with a chisel.'],
  ['# 焼成の前に', '# Before firing'],
  ['煙道を掃除し、ダンパーが動くことを確かめてください。', 'Clean the flue and make sure that the damper moves.'],
  ['覗き穴の栓を閉めます。', 'Close the plug of the peephole.'],
  ['温度計を3番の穴に入れます。', 'Put the thermometer into hole 3.'],
  ['# 焼成の後に', '# After firing'],
  [
    '24時間冷ましてください。急に開けると作品が割れます。',
    'Let it cool for 24 hours. Ware cracks if the kiln is opened at once.',
  ],
  ['記録簿に日付と最高温度を書きます。', 'Enter the date and the highest temperature in the log.'],
];

/** A handbook that will be translated to German: what is in the memories, what is nearly so, and what is new; one line is German; what is between two stars is bold. */
export const LOCK_HANDBOOK = [
  '# Handbook for lock keepers',
  'This handbook is given to every lock keeper of Brennick Waterways.',
  '# Before the season',
  'Ellbridge Lock: gate seal replaced.',
  'Marsh End Lock: paddle gear greased.',
  'Tarn Hill Lock: mooring bollard loose.',
  'Check the **mooring bollards** on both sides of the lock chamber. Check the trash rack and remove what the flood has left there.',
  'Grease the paddle gear before the first boats arrive. Worn paddle gear is reported to the workshop.',
  '# Passing boats',
  'Close both paddles after use.',
  'Keep clear of the weir.',
  'Boats wait at the landing stage until the green light is on.',
  'Mooring lines are made fast to the bollards **only**. Mooring lines that chafe are replaced.',
  'The lock keeper fills the lock chamber slowly, and **never leaves** the paddle gear while boats are inside.',
  'The upper gate is opened when the water level is the same on both sides.',
  'The lower gate is opened when the water level is the same on both sides.',
  'Close both paddles after use.',
  '# Floods',
  'At a water level of 2.40 m all locks are closed. The stop logs are put into the upper gate bay.',
  'At a water level of 2.10 m the pumps of the culvert are started.',
  'Der Pegel am Oberhaupt wird alle zwei Stunden abgelesen und im Schleusenbuch vermerkt.',
  'Pump 4 runs hot after two hours.',
  'The stop logs stay in place until the flood gauge has fallen for two days.',
  '# Records',
  'Every lockage is entered in the lock book with the time, the name of the boat and the lock dues.',
  'The lock book is kept for ten years.',
];

/** A notice beside it, as a page. */
export const SPRING_NOTICE = [
  '# Locks open on 28 March',
  'Close both paddles after use.',
  'The lock book of last year is closed on 31 December.',
  'Lock dues are paid to the lock keeper.',
];

/** A leaflet that will be translated from Japanese. */
export const KILN_LEAFLET = [
  '# 新しい窯を使う前に',
  '扉は二人で開けます。手袋を着けてください。',
  '窯を開ける前に、温度が120℃より低いことを確かめてください。',
  '新しい窯は一晩かけて乾かします。',
  '釉薬の缶は窯から三メートル離して置いてください。',
];
