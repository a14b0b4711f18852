/** Sentences of the scenario: what the clients' translators have written over the years. Invented. */

/** English, German, Portuguese: rules and signs of a waterway. */
export const WATERWAY = [
  [
    'Do not open the upper gate before the chamber is full.',
    'Öffnen Sie das Obertor nicht, bevor die Kammer voll ist.',
    'Não abra a porta de montante antes de a câmara estar cheia.',
  ],
  [
    'Close both paddles after use.',
    'Schließen Sie nach Gebrauch beide Schütze.',
    'Feche as duas comportas após a utilização.',
  ],
  [
    'The lock keeper’s instructions must be followed.',
    'Den Anweisungen des Schleusenwärters ist Folge zu leisten.',
    'As instruções do guarda-eclusa devem ser seguidas.',
  ],
  [
    'Mooring is permitted for a maximum of 24 hours.',
    'Anlegen ist für höchstens 24 Stunden gestattet.',
    'A amarração é permitida por um máximo de 24 horas.',
  ],
  [
    'Mooring is permitted for a maximum of 48 hours.',
    'Anlegen ist für höchstens 48 Stunden gestattet.',
    'A amarração é permitida por um máximo de 48 horas.',
  ],
  ['Keep clear of the weir.', 'Halten Sie Abstand zum Wehr.', 'Mantenha-se afastado do açude.'],
  [
    'The towpath is closed between Locks 3 and 5.',
    'Der Treidelpfad ist zwischen den Schleusen 3 und 5 gesperrt.',
    'O caminho de sirga está fechado entre as eclusas 3 e 5.',
  ],
  [
    'Water levels may change without warning.',
    'Der Wasserstand kann sich ohne Vorwarnung ändern.',
    'Os níveis de água podem mudar sem aviso.',
  ],
  [
    'Report damage to lock gates at once.',
    'Melden Sie Schäden an Schleusentoren sofort.',
    'Comunique imediatamente os danos nas portas da eclusa.',
  ],
  [
    'Life jackets must be worn on deck.',
    'An Deck sind Rettungswesten zu tragen.',
    'É obrigatório o uso de coletes salva-vidas no convés.',
  ],
  ['No swimming in the lock chamber.', 'Baden in der Schleusenkammer verboten.', 'Proibido nadar na câmara da eclusa.'],
  ['The swing bridge opens on request.', 'Die Drehbrücke öffnet auf Anforderung.', 'A ponte giratória abre a pedido.'],
  [
    'Give way to vessels leaving the lock.',
    'Lassen Sie ausfahrenden Schiffen den Vortritt.',
    'Dê prioridade às embarcações que saem da eclusa.',
  ],
  [
    'The culvert was cleaned in spring.',
    'Der Umlaufkanal wurde im Frühjahr gereinigt.',
    'O aqueduto foi limpo na primavera.',
  ],
];

/** English and German lines of a maintenance log; `#` is the number of a lock. */
export const LOG = [
  ['Lock #: gate seal replaced.', 'Schleuse #: Tordichtung erneuert.'],
  ['Lock #: paddle gear greased.', 'Schleuse #: Schützgetriebe geschmiert.'],
  ['Lock #: lower gate does not close fully.', 'Schleuse #: Untertor schließt nicht vollständig.'],
  ['Lock #: chamber wall inspected, no cracks found.', 'Schleuse #: Kammerwand geprüft, keine Risse gefunden.'],
  ['Lock #: mooring bollard loose.', 'Schleuse #: Poller locker.'],
  ['Lock #: silt removed from the lower approach.', 'Schleuse #: Schlick aus dem unteren Vorhafen entfernt.'],
  ['Lock #: water level gauge cleaned.', 'Schleuse #: Pegel gereinigt.'],
  ['Lock #: lighting on the lock side repaired.', 'Schleuse #: Beleuchtung am Schleusenrand repariert.'],
];

/** German and English, then Japanese: handbook of a kiln. */
export const KILN = [
  ['Heizen Sie den Ofen langsam auf.', 'Heat the kiln slowly.', '窯をゆっくり加熱してください。'],
  [
    'Lassen Sie die Tür geschlossen, bis 60 °C erreicht sind.',
    'Keep the door closed until 60 °C is reached.',
    '60 °Cになるまで扉を閉じたままにしてください。',
  ],
  [
    'Die Glasur muss vollständig trocken sein.',
    'The glaze must be completely dry.',
    '釉薬は完全に乾いている必要があります。',
  ],
  [
    'Verwenden Sie nur unbeschädigte Brennstützen.',
    'Use undamaged kiln props only.',
    '破損のない支柱のみを使用してください。',
  ],
  [
    'Die Brennkurve ist im Regler gespeichert.',
    'The firing curve is stored in the controller.',
    '焼成曲線はコントローラーに保存されています。',
  ],
  [
    'Prüfen Sie das Thermoelement einmal im Jahr.',
    'Check the thermocouple once a year.',
    '熱電対を年に一度点検してください。',
  ],
  ['Der Ofen darf nicht überladen werden.', 'The kiln must not be overloaded.', '窯に詰めすぎないでください。'],
  [
    'Reinigen Sie die Heizelemente mit einer weichen Bürste.',
    'Clean the heating elements with a soft brush.',
    '発熱体は柔らかいブラシで清掃してください。',
  ],
];

/** What a supplier sent of the kiln's control panel: nearly every unit has something that Inspect should find. */
export const KILN_SUPPLIER = [
  ['Warten Sie 45 Minuten, bevor Sie die Tür öffnen.', 'Wait 54 minutes before you open the door.'],
  ['Bei 1.250,5 °C schaltet der Regler ab.', 'At 1,250.5 °C the controller switches off.'],
  ['Der Regler meldet eine Störung.', 'The controler reports a fault.'],
  ['Brand %s von %d wird vorbereitet.', 'Firing %s is being prepared.'],
  ['Die Anleitung steht unter https://kilns.example/de/k4.', 'The manual is at https://kilns.example/en/k5.'],
  ['Ist die Tür geschlossen?', 'Is the door closed.'],
  ['Der Brand ist beendet.', 'The firing has ended..'],
  ['Die Kammer ist leer, die Tür steht offen.', 'The chamber is empty , the door stands open.'],
  ['Prüfen Sie die Dichtung (an der Tür).', 'Check the seal (on the door.'],
  ['Wählen Sie „Langsam heizen“.', 'Choose “Heat slowly.'],
  ['Reinigen Sie die Kammer nach jedem Brand.', 'Clean the chamber  after each firing.'],
  ['Der Fühler misst die Temperatur.', 'The sensor mea\u00adsures the temperature.'],
  ['Öffnen Sie die Klappe langsam.', 'Open the the flap slowly.'],
  ['Schließen Sie die Tür, bevor Sie heizen.', 'close the door before you heat.'],
  ['Lassen Sie den Ofen langsam abkühlen.', 'LET THE KILN COOL DOWN SLOWLY.'],
  [
    'Heizen Sie den Ofen langsam auf und öffnen Sie die Tür nicht.',
    'Heizen Sie den Ofen langsam auf und öffnen Sie die Tür nicht.',
  ],
  [
    'Halten Sie die Kammer trocken, solange der Ofen nicht in Betrieb ist.',
    'Gardez la chambre au sec tant que le four ne fonctionne pas, et fermez la porte.',
  ],
  [
    'Schalten Sie den Ofen aus. Warten Sie, bis die Kammer abgekühlt ist. Öffnen Sie dann die Tür.',
    'Switch the kiln off. Wait until the chamber has cooled.',
  ],
  ['Die Schamotte verträgt keine Feuchtigkeit.', 'The firebrick â€“ like the shelf â€“ cannot stand moisture.'],
  ['Sichern Sie den Deckel <b>immer</b> mit dem Riegel.', 'Always secure the lid with the bolt.'],
  ['Die Brennkurve hat vier Stufen.', 'The firing curve has four steps.'],
  ['Die Brennkurve hat vier Stufen.', 'The firing curve has four stages.'],
];
