/**
 * Abbreviations after which a sentence goes on, by language: titles, references, units, common shortenings. Those that also end sentences ("etc.") are left out:
 * what goes on in small letters is kept together anyway. The first letter may be a
 * capital. Ours, from common practice; `test/conformance` compares them with CLDR's segment suppressions.
 */
const EVERYWHERE = 'Dr Mr Mrs Ms Prof St vs cf ca e.g i.e Tel tel approx';

export const ABBREVIATIONS: Readonly<Record<string, string>> = {
  en: `${EVERYWHERE} Messrs Gen Col Maj Capt Lt Sgt Rep Sen Gov Pres Rev Hon Esq Adm Cmdr Brig Pvt Sec sec Ch ch Ed eds et.al Ave Blvd Rd Mt Ft Dept dept Univ Assn Bros Jan Feb Mar Apr Jun Jul Aug Sep Sept Oct Nov Dec a.k.a viz incl excl Ph.D M.D B.A M.A Ex Exs Para para Art art Eq eq Ref ref Misc exec Mgr Conn Comm Yr Lt.Cdr Sq Jr Sr Inc Ltd Corp No Nos Fig Vol`,
  de: `${EVERYWHERE} z.B z. d.h u.a u.U u.ä o.ä o.g s.o s.u i.d.R i.A i.V v.a bzw usf ggf zzgl bspw Abs Abb Abt Anm Art Aufl Az Bd Bde Best Bez bez Bsp Dipl Ing Dir ebd eigtl einschl entspr ev Fam Fr Hr Hrn geb gegr gem gen gest gez Ges Hrsg hrsg insb Jan Jg Jh Kap Kfm kath Kto lfd lt Lit Mag Mio Mrd Nov Okt Dez Sept Aug Apr Feb o.B phil Pkt Pl rd röm sog Sp Tab techn teilw u verh vgl vorm vsl z zz Zi Ziff zit Ztr zw med jur rer nat h.c d.J n.Chr v.Chr Ch evtl inkl exkl Hbf Std Adr Frl Gebr Inh Ausg Bibl Fn Jahrh möbl tägl gesch Pfd ehem näml mtl österr schweiz schwäb schles amtl urspr verw kgl kfm allg mind ggfs hpts hptst jew jhrl forts k.u.k s.a z.Hd u.v.a v.R.w frz erw Ltd Inc Jr südd gedr ber dtzd folg geograph`,
  fr: `${EVERYWHERE} M MM Mme Mlle Me Mgr chap éd env ex fasc hab ibid id janv févr avr juil sept oct nov déc ltée n.b p.ex pl réf suiv tél trad zool c.-à-d av apr J.-C boul bd dép art fig doc dir collab bull adr aux ill coll encycl imprim symb anc graph niv append exempl synth dict publ trav équiv illustr indus config broch biblio Inc Jr Ltd édit categ comm`,
  es: `${EVERYWHERE} Sr Sra Srta Sres Dra Ud Uds Vd Vds D Da Dña Av Avda Cía Ctra dcha izq Edo EE.UU núm pág págs párr Pte ref Rte tel tfno Ldo Lda Ing Lic admón apdo art cap cf cód depto ej p.ej S.A ss ntra Excmo ene feb abr ago oct nov dic lun mié jue vie sáb dom sept doc trad ed col vid fig figs cfr prof prov bol hnos dpto dptos deptos licdo licda mtro Excma Excmos Excmas Exmo Exma Exmos Ilmo Ilma Ilmos Ilmas Rvdo Rvdos Rvdmo Rdo Rdos JJ.OO FF.CC SS.MM SS.AA RR.HH MM AA Ltda Lcdo Lcda Mons Desv Drs Sto Sta Vda Dto Rev Ltd Inc afmo afma sras sres srs`,
  pt: `${EVERYWHERE} Sr Sra Srta Dra Profa Eng Arq Av Ltda Cia cap núm pág págs tel ref ex p.ex V.Exa Exmo Exma art séc fl fls obs Lda S.A n.o n.º fig ed jan fev abr jul jun ago nov dez trad col vol dir univ transp hist quím geom créd compl jur adm fís álg eletrôn eletr tecnol arquit matem gên esp ingl org elem máq cód prod contab lit educ desc próx símb Dras Drs Ltd Ilmo Ilma Sto Sta Jr profa cel odontol anat biogr sociol filos náut mús liter gram`,
  it: `${EVERYWHERE} dott sig ing avv Sig Sigg Sig.ra Sig.na Dott Dott.ssa Ing Avv Arch Rag Geom Egr Spett Gent cap pag pagg par art artt es ecc cfr tel sec vol tav S.p.A S.r.l a.C d.C ca mons fig tab div sez all ag mitt int rag c.c.p p.i Ltd`,
  nl: `${EVERYWHERE} dhr mevr mw drs ir ing mr bv b.v bijv d.w.z enz evt e.d e.a i.p.v i.v.m m.a.w m.b.t m.i.v n.a.v o.a o.l.v t.a.v t.e.m t.o.v t.z.t z.g.a blz nr hfst jl art afb a.u.b`,
  da: `${EVERYWHERE} bl.a ca d.v.s dvs e.l ekskl evt f.eks f.t.v fx hhv hr fr jf kap kl kr m.a.o m.fl m.h.t m.m mio mia md nr o.l p.t pga pr side sml stk tlf vedr vha`,
  sv: `${EVERYWHERE} bl.a ca d.v.s dvs e.d e.dyl eg enl ev f.d f.n f.ö forts fr.o.m hr jfr kap kl kr m.a.o m.fl m.m mån n.b nr o.d o.dyl p.g.a s.k t.ex t.o.m tel tr ung vd vol`,
  no: `${EVERYWHERE} bl.a ca dvs d.v.s e.l eksl evt f.eks f.o.m fr hr jf jfr kap kl kr m.a.o m.fl m.m mill mrd nr o.a o.l pga p.g.a pr s.k ss t.o.m tlf vedr`,
  fi: `${EVERYWHERE} ao as em eaa ed eKr ent esim ff fil hra huom ilm jKr joht jr klo ko koht ks kts lv lukum ma mm mrd milj muun nk no nro nti ns oik os po ps puh pvm rva siht so srk synt tms toim toht tri ts va vars vas vrt yht yo`,
  et: `${EVERYWHERE} jm nt ntx sh st s.t s.o lk nr ca u umbes pr prof dr hr mag tel tn aa saj jaan veebr apr aug sept okt nov dets vt vrd näit`,
  lv: `${EVERYWHERE} u.c u.tml utt piem t.i t.s t.sk skat sk lpp nr plkst gs dz pr prof dr tel tālr janv febr apr aug sept okt nov dec apm`,
  lt: `${EVERYWHERE} t.y t.t pvz ir.kt kt žr plg mėn val sek psl pav lent nr prof dr doc gen tel sav aps raj pr pan`,
  pl: `${EVERYWHERE} np m.in tzn tzw tj ul pl os gen hab inż mgr prof św w ww nr pkt par poz por red rys tab tel ust wg zob godz sek tys mln mld ok r.ż br im ks płk kpt lek med`,
  cs: `${EVERYWHERE} např tzn tzv tj apod aj popř příp č čís odst obr tab ul nám tř st sv pí sl mj m.j hl inž ing mgr bc prof doc dr gen kpt kol mil mld n.l př.n.l tel viz zvl tis`,
  sk: `${EVERYWHERE} napr tzn tzv t.j apod príp č čís ods obr tab ul nám sv pí sl ing mgr bc prof doc gen kpt kol mil mld n.l pr.n.l tel pozn por`,
  hu: `${EVERYWHERE} pl ill ún ua uo kb vö ti tkp pf u krt hrsz em fszt ifj id özv szerk ford dr prof gr sz évf köt tel mb m.b i.e i.sz jan febr márc ápr máj jún júl aug szept okt nov dec`,
  ro: `${EVERYWHERE} dl dna dra d-l d-na bd nr pag cap art lit ex ș.a ş.a op cit ș.a.m.d dvs prof dr ing jud loc com tel sec vol`,
  el: `${EVERYWHERE} κ κα κκ δρ π.χ π.Χ μ.Χ κ.ά κ.λ.π δηλ βλ σελ αρ αριθ τηλ τ.μ χλμ π.μ μ.μ καθ παρ εκ δισ στρ αγ οδ λεωφ`,
  ru: `${EVERYWHERE} т.е т.к т.н и.о им гг вв н.э см ср стр с рис табл гл ст п пп ч руб коп тыс млн млрд ул пр пер д корп кв обл р тел проф акад доц инж напр мин сек ок илл изд ред янв февр апр авг сент окт нояб дек отд`,
  uk: `${EVERYWHERE} т.є т.к т.зв ін ім р рр ст н.е див пор стор с рис табл гл п пп ч грн коп тис млн млрд вул пр пров б корп кв обл тел проф акад доц інж напр хв сек бл вид ред м смт`,
  tr: `${EVERYWHERE} vb vs bkz örn yy sf sn Sn Av Doç Yrd Öğr Gör Müh Mim Alb Bşk Cad Sok Apt Mah Blv No Şti Ltd A.Ş T.C M.Ö M.S age çev haz yay mad krş`,
  ca: `${EVERYWHERE} Sra Srs Dra pàg pàgs núm tel ex p.ex art cap av ctra`,
  sl: `${EVERYWHERE} npr ipd oz tj t.i št tel ga gdč dr mag prof doc ul čl odst sv n.št prim`,
  hr: `${EVERYWHERE} npr tj tzv sl br tel gđa dr mr prof doc ul čl st sv o.g usp odn`,
  bg: `${EVERYWHERE} т.е т.н и.д гг вв с стр бр ул бул жк проф доц инж напр тел чл ал вж ср`,
};

/** Before a number only: "No. 5", "p. 12". */
export const BEFORE_NUMBERS =
  'No no Nr nr Nos Fig fig Figs Vol vol pp p S s Abb Tab Kap Art art cap cap pág pag pagg sid str стр с рис табл гл п ст № obr tab rys ábra α σελ αρ Eq eq Ch ch Sec sec Par par čl č čís nº n.º núm num lk lpp psl old';
