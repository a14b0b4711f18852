/** What comes together when memories are merged. Invented. */

/** English and German: notices of this spring. */
export const SPRING = [
  [
    'The season opens on 1 April with longer hours at all locks.',
    'Die Saison beginnt am 1. April mit längeren Betriebszeiten an allen Schleusen.',
  ],
  ['Hire boats need a licence from this year on.', 'Mietboote brauchen ab diesem Jahr eine Zulassung.'],
  [
    'The new landing stage at Oldmere is for boats of up to 12 m.',
    'Der neue Anleger in Oldmere ist für Boote bis 12 m bestimmt.',
  ],
  ['Please report fallen trees to the duty office.', 'Bitte melden Sie umgestürzte Bäume der Leitstelle.'],
  ['Swimming in the lock approaches is prohibited.', 'Das Baden in den Vorhäfen ist verboten.'],
  ['Drinking water is available at the lock cottage.', 'Trinkwasser gibt es am Schleusenhaus.'],
];

/** German and English: byelaws of the company. */
export const COMPANY = [
  [
    'Die Gesellschaft haftet nicht für Schäden durch Niedrigwasser.',
    'The company is not liable for damage caused by low water.',
  ],
  ['Treidelpferde sind auf der Landseite zu führen.', 'Towing horses shall be led on the landward side.'],
  ['Das Schleusengeld ist beim Wärter zu entrichten.', 'Lock dues shall be paid to the keeper.'],
  ['Ladung darf nicht über die Bordwand ragen.', 'Cargo shall not project beyond the gunwale.'],
];

/** English and German: rules of the harbour as they are worded now. */
export const NEWER = [
  [
    'Do not open the upper gate before the chamber is full.',
    'Bitte öffnen Sie das Obertor nicht, bevor die Kammer voll ist.',
  ],
  ['Close both paddles after use.', 'Schließen Sie nach dem Gebrauch beide Schütze.'],
  ['The lock keeper’s instructions must be followed.', 'Den Anweisungen des Schleusenwärters ist zu folgen.'],
  ['Mooring is permitted for a maximum of 24 hours.', 'Anlegen ist für höchstens 24 Stunden erlaubt.'],
  ['Mooring is permitted for a maximum of 48 hours.', 'Anlegen ist für höchstens 48 Stunden erlaubt.'],
  ['Keep clear of the weir.', 'Bitte halten Sie Abstand zum Wehr.'],
];

/** Polish, of the first harbour rules in their order: bridged over German to Portuguese. */
export const POLISH = [
  'Nie otwieraj górnych wrót, dopóki komora nie jest pełna.',
  'Po użyciu zamknij obie zasuwy.',
  'Należy stosować się do poleceń śluzowego.',
  'Cumowanie jest dozwolone najwyżej przez 24 godziny.',
  'Cumowanie jest dozwolone najwyżej przez 48 godzin.',
  'Trzymaj się z dala od jazu.',
  'Ścieżka holownicza jest zamknięta między śluzami 3 i 5.',
  'Poziom wody może się zmienić bez ostrzeżenia.',
  'Uszkodzenia wrót śluzy należy natychmiast zgłaszać.',
];

/** Polish and German: a rule that is translated otherwise as well, and one that the Portuguese rules do not have. */
export const POLISH_BESIDES = [
  ['Zachowaj odstęp od jazu.', 'Halten Sie Abstand zum Wehr.'],
  ['Cisza nocna obowiązuje od godziny 22.', 'Nachtruhe ist ab 22 Uhr.'],
];
