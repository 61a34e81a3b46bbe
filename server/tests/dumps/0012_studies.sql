SET statement_timeout = 0;
SET lock_timeout = 0;
SET idle_in_transaction_session_timeout = 0;
SET client_encoding = 'UTF8';
SET standard_conforming_strings = on;
SELECT pg_catalog.set_config('search_path', '', false);
SET check_function_bodies = false;
SET xmloption = content;
SET client_min_messages = warning;
SET row_security = off;
CREATE SCHEMA drizzle;
SET default_tablespace = '';
SET default_table_access_method = heap;
CREATE TABLE drizzle.__drizzle_migrations (
    id integer NOT NULL,
    hash text NOT NULL,
    created_at bigint
);
CREATE SEQUENCE drizzle.__drizzle_migrations_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE drizzle.__drizzle_migrations_id_seq OWNED BY drizzle.__drizzle_migrations.id;
CREATE TABLE public.audit_lines (
    id bigint NOT NULL,
    at timestamp with time zone NOT NULL,
    actor_id text NOT NULL,
    actor_name text NOT NULL,
    deed text NOT NULL,
    job_id uuid,
    subject text DEFAULT ''::text NOT NULL,
    times integer DEFAULT 1 NOT NULL
);
CREATE SEQUENCE public.audit_lines_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE public.audit_lines_id_seq OWNED BY public.audit_lines.id;
CREATE TABLE public.build_records (
    seq bigint NOT NULL,
    id uuid NOT NULL,
    job_id uuid NOT NULL,
    kind text NOT NULL,
    body jsonb NOT NULL,
    kept_at timestamp with time zone NOT NULL,
    kept_by text NOT NULL
);
CREATE SEQUENCE public.build_records_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE public.build_records_seq_seq OWNED BY public.build_records.seq;
CREATE TABLE public.catalogue_items (
    id text NOT NULL,
    kind text NOT NULL,
    item jsonb NOT NULL,
    revision integer DEFAULT 0 NOT NULL,
    retired boolean DEFAULT false NOT NULL,
    changed_by text
);
CREATE TABLE public.job_files (
    id uuid NOT NULL,
    job_id uuid NOT NULL,
    width_px integer NOT NULL,
    height_px integer NOT NULL,
    bytes integer NOT NULL,
    has_place boolean NOT NULL,
    digest text NOT NULL,
    picture bytea NOT NULL,
    thumbnail bytea NOT NULL,
    kept_at timestamp with time zone NOT NULL,
    kept_by text NOT NULL
);
CREATE TABLE public.job_format (
    name text NOT NULL,
    version integer NOT NULL
);
CREATE TABLE public.job_revisions (
    job_id uuid NOT NULL,
    revision integer NOT NULL,
    document text NOT NULL,
    saved_at timestamp with time zone NOT NULL,
    saved_by text DEFAULT 'this-machine'::text NOT NULL,
    name text
);
ALTER TABLE ONLY public.job_revisions ALTER COLUMN document SET COMPRESSION lz4;
CREATE SEQUENCE public.jobs_touched
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
CREATE TABLE public.jobs (
    id uuid NOT NULL,
    name text NOT NULL,
    revision integer NOT NULL,
    summary jsonb,
    created_at timestamp with time zone NOT NULL,
    updated_at timestamp with time zone NOT NULL,
    binned_at timestamp with time zone,
    summary_mark text,
    touched bigint DEFAULT nextval('public.jobs_touched'::regclass) NOT NULL,
    template boolean DEFAULT false NOT NULL,
    folder text DEFAULT ''::text NOT NULL,
    archived_at timestamp with time zone,
    due_day date,
    search text GENERATED ALWAYS AS (lower(((((((name || ' '::text) || COALESCE((summary ->> 'place'::text), ''::text)) || ' '::text) || COALESCE((summary ->> 'customer'::text), ''::text)) || ' '::text) || folder))) STORED NOT NULL
);
CREATE TABLE public.people (
    id uuid NOT NULL,
    name text NOT NULL,
    account text,
    role text NOT NULL,
    password_hash text NOT NULL,
    must_choose_password boolean NOT NULL,
    second_factor_secret text,
    has_second_factor boolean DEFAULT false NOT NULL,
    second_factor_step bigint DEFAULT 0 NOT NULL,
    added_at timestamp with time zone NOT NULL
);
CREATE UNLOGGED TABLE public.presence (
    job_id uuid NOT NULL,
    page_id text NOT NULL,
    person_id text NOT NULL,
    name text NOT NULL,
    is_editing boolean NOT NULL,
    seen_at timestamp with time zone NOT NULL
);
CREATE TABLE public.price_lists (
    id uuid NOT NULL,
    revision integer NOT NULL,
    active boolean NOT NULL,
    list jsonb NOT NULL,
    changed_by text
);
CREATE TABLE public.reading_days (
    source integer NOT NULL,
    day date NOT NULL,
    figures real[] NOT NULL
);
CREATE TABLE public.reading_hours (
    source integer NOT NULL,
    hour timestamp with time zone NOT NULL,
    figures real[] NOT NULL
);
CREATE TABLE public.reading_sources (
    "row" integer NOT NULL,
    id uuid NOT NULL,
    job_id uuid NOT NULL,
    kind text NOT NULL,
    name text NOT NULL,
    clock_fast_min integer DEFAULT 0 NOT NULL,
    offset_min integer NOT NULL,
    step_ms integer NOT NULL,
    mapping jsonb,
    address text,
    topic text,
    account text,
    secret text,
    heard_at timestamp with time zone,
    trouble text DEFAULT ''::text NOT NULL,
    created_at timestamp with time zone NOT NULL
);
ALTER TABLE public.reading_sources ALTER COLUMN "row" ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.reading_sources_row_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.readings (
    source integer NOT NULL,
    at timestamp with time zone NOT NULL,
    soc real,
    battery_v real,
    battery_a real,
    battery_c real,
    pv_w real,
    pv_today_kwh real,
    load_w real,
    load_today_kwh real,
    generator_h real,
    sun_w real,
    air_c real,
    stage smallint
);
CREATE TABLE public.sessions (
    id uuid NOT NULL,
    token_digest text NOT NULL,
    person_id uuid NOT NULL,
    begun_at timestamp with time zone NOT NULL,
    seen_at timestamp with time zone NOT NULL,
    ends_at timestamp with time zone NOT NULL,
    browser text NOT NULL
);
CREATE TABLE public.shares (
    id uuid NOT NULL,
    token_digest text NOT NULL,
    job_id uuid NOT NULL,
    kind text NOT NULL,
    option_id text NOT NULL,
    for_whom text NOT NULL,
    made_at timestamp with time zone NOT NULL,
    made_by text NOT NULL,
    ends_at timestamp with time zone NOT NULL,
    revoked_at timestamp with time zone,
    opened integer DEFAULT 0 NOT NULL,
    opened_at timestamp with time zone
);
CREATE TABLE public.sign_in_tries (
    key character varying(255) NOT NULL,
    points integer DEFAULT 0 NOT NULL,
    expire bigint
);
CREATE TABLE public.studies (
    id uuid NOT NULL,
    job_id uuid NOT NULL,
    revision integer NOT NULL,
    asked jsonb NOT NULL,
    asked_by text NOT NULL,
    asked_at timestamp with time zone NOT NULL,
    state text NOT NULL,
    progress real DEFAULT 0 NOT NULL,
    partial jsonb,
    beat_at timestamp with time zone,
    tries integer DEFAULT 0 NOT NULL,
    problem text DEFAULT ''::text NOT NULL,
    result jsonb,
    file bytea
);
ALTER TABLE ONLY drizzle.__drizzle_migrations ALTER COLUMN id SET DEFAULT nextval('drizzle.__drizzle_migrations_id_seq'::regclass);
ALTER TABLE ONLY public.audit_lines ALTER COLUMN id SET DEFAULT nextval('public.audit_lines_id_seq'::regclass);
ALTER TABLE ONLY public.build_records ALTER COLUMN seq SET DEFAULT nextval('public.build_records_seq_seq'::regclass);
INSERT INTO drizzle.__drizzle_migrations VALUES (1, '800cff495dde2c4487f3caa674119022077cda34841c7ba67e756b2b8fedd6f7', 1795415440623);
INSERT INTO drizzle.__drizzle_migrations VALUES (2, 'c97c3703324416293dd6db77f025424503215833a94ac6b2040b13a5e94f1cee', 1795440811008);
INSERT INTO drizzle.__drizzle_migrations VALUES (3, '721ae7c0b26a58cbee3974340cff1a8cd011c4d6bc8c1615c559caa5076acc3d', 1795628437280);
INSERT INTO drizzle.__drizzle_migrations VALUES (4, 'af941301bec2b7aabf8fe65a36681afc832512f89bf03da1135a29f8510c930a', 1795633330153);
INSERT INTO drizzle.__drizzle_migrations VALUES (5, '19b8c9f73ada10b92190ee73f36e25cfee9ef19f6b7846d227816f1f1cf8ad10', 1795767929332);
INSERT INTO drizzle.__drizzle_migrations VALUES (6, 'eedb90e1b61aada46f36aa615633cd941b8adab7477ec10262fa582845b18bad', 1795786284997);
INSERT INTO drizzle.__drizzle_migrations VALUES (7, 'b4de7a09ed925025f05062421bf0a08b0821d0f178916cd809add669f9fe928d', 1795789193440);
INSERT INTO drizzle.__drizzle_migrations VALUES (8, '045baef9280a326d6429bcaedd7d36ce6a397a4c8210eba7af834ba6c188d3d2', 1795805078223);
INSERT INTO drizzle.__drizzle_migrations VALUES (9, '69c6cbb17fe5abb0e0a71e2be59d9c316521717e5ac3b5773d3e2d2a2fc794a8', 1795852536712);
INSERT INTO drizzle.__drizzle_migrations VALUES (10, '7c607d3085fb3f2ba712996cd9687c589f69f533949886db73abd7cc40f6070d', 1795916793338);
INSERT INTO drizzle.__drizzle_migrations VALUES (11, '4cda11de7fadd4fc17d6273cc93860ea3e3b24c6208ffb10597934e7d7f9d9c7', 1795927763498);
INSERT INTO drizzle.__drizzle_migrations VALUES (12, '2794f153580e0e2c8d3248e1f79d0db6c324edac118ed2e20d3d9f7ff50b48c9', 1795928625571);
INSERT INTO drizzle.__drizzle_migrations VALUES (13, 'b5c56fad44adc689c7d1c5eec497f89fa4d5e4b8dc38ebf6507c410703380169', 1795933009634);
INSERT INTO public.build_records VALUES (1, '00000000-0000-4000-8000-000000000002', '00000000-0000-4000-8000-000000000001', 'cleaning', '{"at": "2026-01-02T03:04:05Z", "by": "Odo Marl", "id": "00000000-0000-4000-8000-000000000002", "kind": "cleaning", "note": "", "when": "2026-01-02T03:04:05Z", "cleaned": "washed"}', '2026-01-02 03:04:05+00', 'this-machine');
INSERT INTO public.job_revisions VALUES ('00000000-0000-4000-8000-000000000001', 1, '{
  "format": "yard-lamp-job",
  "version": 9,
  "name": "Rescue hut Greyfell Saddle",
  "note": "Stone hut below the saddle, reached on skis for five months. The crew is called out at any hour.",
  "currency": "EUR",
  "units": "metric",
  "written": {},
  "site": {
    "kind": "building",
    "place": "Greyfell Saddle",
    "latitudeDeg": 46.6,
    "longitudeDeg": 9.9,
    "altitudeM": 2260,
    "utcOffsetH": 1,
    "recordLowC": -33,
    "recordHighC": 24,
    "batteryRoomLowC": -12,
    "batteryRoomHighC": 22,
    "monthMeanC": [-8.1, -8.3, -5.6, -2.2, 2.6, 6.5, 9, 8.8, 5.6, 1.8, -4, -7.2],
    "daySwingK": 8,
    "sunKwhPerM2Day": [1.72, 2.75, 4.2, 5.3, 5.6, 5.9, 5.85, 4.95, 3.95, 2.7, 1.75, 1.4],
    "sunGivenFor": null,
    "sunBasis": "measured",
    "sunSource": "Weather mast of the rescue service, seven years",
    "climateId": null,
    "shadeFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
    "snowFraction": [0.25, 0.2, 0.15, 0.08, 0, 0, 0, 0, 0, 0.03, 0.1, 0.2],
    "horizon": [],
    "soiling": "rain-washed",
    "albedoFraction": 0.5,
    "planes": [
      {
        "id": "a",
        "name": "South wall frame",
        "tiltDeg": 65,
        "azimuthDeg": 170,
        "parts": 1,
        "positions": "fixed",
        "seasonTiltsDeg": [null, null, null, null],
        "shape": "rectangle",
        "widthM": 9,
        "heightM": 3.8,
        "topWidthM": null,
        "mount": "flush",
        "surface": null,
        "mostWeightKg": 400
      }
    ],
    "monthsInUse": [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
    "daysInUse": "all",
    "critical": false,
    "ruleSet": "iec",
    "mainsVoltageV": 230,
    "mainsFrequencyHz": 50,
    "splitPhase": false,
    "lightningFlashesPerKm2Year": null,
    "arrayToBatteryM": 12,
    "batteryToInverterM": 2,
    "batteryToBoardM": null,
    "inverterToBoardM": null,
    "weightTargets": [],
    "axles": {
      "wheelbaseM": null,
      "behindM": {}
    }
  },
  "loads": [
    {
      "id": "radio",
      "name": "Rescue radio, on standby",
      "quantity": 1,
      "supply": "dc",
      "voltageV": 12,
      "converterEfficiency": 0.9,
      "powerW": 11,
      "basis": "clamp",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 24,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Radio room",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "beacon",
      "name": "Door beacon",
      "quantity": 1,
      "supply": "dc",
      "voltageV": 24,
      "converterEfficiency": 0.9,
      "powerW": 4,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 14,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [17, 18, 19, 20, 21, 22, 23, 0, 1, 2, 3, 4, 5, 6],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Radio room",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "lights",
      "name": "Lights",
      "quantity": 9,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 6,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.9,
      "startW": null,
      "hoursPerDay": 4,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [6, 7, 18, 19, 20, 21],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "House",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "dryer",
      "name": "Boot dryer",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 180,
      "basis": "meter",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": 2.1,
      "meterLoggedHours": 96,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": null,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [18, 19, 20],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "can-wait",
      "stage": "now",
      "group": "House",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "pump",
      "name": "Melt-water pump",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 240,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.75,
      "startW": 720,
      "hoursPerDay": 0.5,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [9, 16],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cellar",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "defibrillator",
      "name": "Defibrillator charger",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 20,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.6,
      "startW": null,
      "hoursPerDay": 2,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [10, 11],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Radio room",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "later-oven",
      "name": "Induction plate",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 1400,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 0.5,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [12],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": false,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "later",
      "group": "House",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    }
  ],
  "batteryHeating": {
    "setPointC": 3,
    "boxWPerK": 1.2,
    "heaterW": 120,
    "supply": "dc",
    "seenByMonitor": true
  },
  "controllerStandbyW": null,
  "monitorStandbyW": null,
  "loadMarginFraction": null,
  "existing": [],
  "schools": [],
  "items": [],
  "horizonYears": null,
  "batteryPriceFactors": {},
  "trade": {
    "ratePerCatalogue": null,
    "markUpFraction": null,
    "taxFraction": null,
    "hourPrice": null,
    "wasteFraction": null,
    "hours": {},
    "bought": {},
    "added": [],
    "quote": {
      "number": "",
      "seller": "",
      "customer": "",
      "date": null,
      "validDays": null,
      "optionIds": [],
      "included": null,
      "notIncluded": null,
      "terms": "",
      "payments": []
    }
  },
  "options": [
    {
      "id": "a",
      "name": "Heated lithium, diesel in winter",
      "systemVoltageV": 48,
      "battery": {
        "itemId": "haskerl-48-55",
        "chemistry": null,
        "autonomyDays": 3,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": true,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "dorveth-430",
        "sizing": "recover",
        "recoveryDays": 7,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": null,
          "gapMm": null,
          "edgeMm": null
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": "lanthorn-m250-60",
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-48-3000",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "generator",
        "months": [1, 11, 12],
        "generatorId": "thornby-d8",
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": 2.1,
        "startAt": 0.4,
        "stopAt": 0.85,
        "attended": false,
        "bond": "transfers",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": {
          "ratedA": 90,
          "idleA": null,
          "otherA": 12,
          "voltageV": 13.8,
          "hoursPerDay": 1,
          "chargerId": null,
          "setA": null,
          "byRelay": false
        }
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {},
        "busStages": 1
      },
      "parts": {
        "quantities": {}
      },
      "beside": [],
      "accepted": []
    },
    {
      "id": "b",
      "name": "Titanate, no heater needed",
      "systemVoltageV": 48,
      "battery": {
        "itemId": "tessaly-t48-40",
        "chemistry": null,
        "autonomyDays": 2,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": false,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "dorveth-430",
        "sizing": "recover",
        "recoveryDays": 7,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": null,
          "gapMm": null,
          "edgeMm": null
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": "lanthorn-m250-60",
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-48-3000",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "generator",
        "months": [1, 11, 12],
        "generatorId": "thornby-d8",
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": 2.1,
        "startAt": null,
        "stopAt": null,
        "attended": false,
        "bond": "transfers",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": null
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {},
        "busStages": 1
      },
      "parts": {
        "quantities": {}
      },
      "beside": [],
      "accepted": []
    }
  ],
  "chosenOptionId": "a"
}
', '2026-01-02 03:04:05+00', 'this-machine', NULL);
INSERT INTO public.job_revisions VALUES ('00000000-0000-4000-8000-000000000001', 2, '{
  "format": "yard-lamp-job",
  "version": 9,
  "name": "Rescue hut Greyfell Saddle",
  "note": "Stone hut below the saddle, reached on skis for five months. The crew is called out at any hour.",
  "currency": "EUR",
  "units": "metric",
  "written": {},
  "site": {
    "kind": "building",
    "place": "Greyfell Saddle",
    "latitudeDeg": 46.6,
    "longitudeDeg": 9.9,
    "altitudeM": 2260,
    "utcOffsetH": 1,
    "recordLowC": -33,
    "recordHighC": 24,
    "batteryRoomLowC": -12,
    "batteryRoomHighC": 22,
    "monthMeanC": [-8.1, -8.3, -5.6, -2.2, 2.6, 6.5, 9, 8.8, 5.6, 1.8, -4, -7.2],
    "daySwingK": 8,
    "sunKwhPerM2Day": [1.72, 2.75, 4.2, 5.3, 5.6, 5.9, 5.85, 4.95, 3.95, 2.7, 1.75, 1.4],
    "sunGivenFor": null,
    "sunBasis": "measured",
    "sunSource": "Weather mast of the rescue service, seven years",
    "climateId": null,
    "shadeFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
    "snowFraction": [0.25, 0.2, 0.15, 0.08, 0, 0, 0, 0, 0, 0.03, 0.1, 0.2],
    "horizon": [],
    "soiling": "rain-washed",
    "albedoFraction": 0.5,
    "planes": [
      {
        "id": "a",
        "name": "South wall frame",
        "tiltDeg": 65,
        "azimuthDeg": 170,
        "parts": 1,
        "positions": "fixed",
        "seasonTiltsDeg": [null, null, null, null],
        "shape": "rectangle",
        "widthM": 9,
        "heightM": 3.8,
        "topWidthM": null,
        "mount": "flush",
        "surface": null,
        "mostWeightKg": 400
      }
    ],
    "monthsInUse": [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
    "daysInUse": "all",
    "critical": false,
    "ruleSet": "iec",
    "mainsVoltageV": 230,
    "mainsFrequencyHz": 50,
    "splitPhase": false,
    "lightningFlashesPerKm2Year": null,
    "arrayToBatteryM": 12,
    "batteryToInverterM": 2,
    "batteryToBoardM": null,
    "inverterToBoardM": null,
    "weightTargets": [],
    "axles": {
      "wheelbaseM": null,
      "behindM": {}
    }
  },
  "loads": [
    {
      "id": "radio",
      "name": "Rescue radio, on standby",
      "quantity": 1,
      "supply": "dc",
      "voltageV": 12,
      "converterEfficiency": 0.9,
      "powerW": 11,
      "basis": "clamp",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 24,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Radio room",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "beacon",
      "name": "Door beacon",
      "quantity": 1,
      "supply": "dc",
      "voltageV": 24,
      "converterEfficiency": 0.9,
      "powerW": 4,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 14,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [17, 18, 19, 20, 21, 22, 23, 0, 1, 2, 3, 4, 5, 6],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Radio room",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "lights",
      "name": "Lights",
      "quantity": 9,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 6,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.9,
      "startW": null,
      "hoursPerDay": 4,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [6, 7, 18, 19, 20, 21],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "House",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "dryer",
      "name": "Boot dryer",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 180,
      "basis": "meter",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": 2.1,
      "meterLoggedHours": 96,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": null,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [18, 19, 20],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "can-wait",
      "stage": "now",
      "group": "House",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "pump",
      "name": "Melt-water pump",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 240,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.75,
      "startW": 720,
      "hoursPerDay": 0.5,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [9, 16],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cellar",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "defibrillator",
      "name": "Defibrillator charger",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 20,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.6,
      "startW": null,
      "hoursPerDay": 2,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [10, 11],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Radio room",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "later-oven",
      "name": "Induction plate",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 1400,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 0.5,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [12],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": false,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "later",
      "group": "House",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    }
  ],
  "batteryHeating": {
    "setPointC": 3,
    "boxWPerK": 1.2,
    "heaterW": 120,
    "supply": "dc",
    "seenByMonitor": true
  },
  "controllerStandbyW": null,
  "monitorStandbyW": null,
  "loadMarginFraction": null,
  "existing": [],
  "schools": [],
  "items": [],
  "horizonYears": null,
  "batteryPriceFactors": {},
  "trade": {
    "ratePerCatalogue": null,
    "markUpFraction": null,
    "taxFraction": null,
    "hourPrice": null,
    "wasteFraction": null,
    "hours": {},
    "bought": {},
    "added": [],
    "quote": {
      "number": "",
      "seller": "",
      "customer": "",
      "date": null,
      "validDays": null,
      "optionIds": [],
      "included": null,
      "notIncluded": null,
      "terms": "",
      "payments": []
    }
  },
  "options": [
    {
      "id": "a",
      "name": "Heated lithium, diesel in winter",
      "systemVoltageV": 48,
      "battery": {
        "itemId": "haskerl-48-55",
        "chemistry": null,
        "autonomyDays": 3,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": true,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "dorveth-430",
        "sizing": "recover",
        "recoveryDays": 7,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": null,
          "gapMm": null,
          "edgeMm": null
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": "lanthorn-m250-60",
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-48-3000",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "generator",
        "months": [1, 11, 12],
        "generatorId": "thornby-d8",
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": 2.1,
        "startAt": 0.4,
        "stopAt": 0.85,
        "attended": false,
        "bond": "transfers",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": {
          "ratedA": 90,
          "idleA": null,
          "otherA": 12,
          "voltageV": 13.8,
          "hoursPerDay": 1,
          "chargerId": null,
          "setA": null,
          "byRelay": false
        }
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {},
        "busStages": 1
      },
      "parts": {
        "quantities": {}
      },
      "beside": [],
      "accepted": []
    },
    {
      "id": "b",
      "name": "Titanate, no heater needed",
      "systemVoltageV": 48,
      "battery": {
        "itemId": "tessaly-t48-40",
        "chemistry": null,
        "autonomyDays": 2,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": false,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "dorveth-430",
        "sizing": "recover",
        "recoveryDays": 7,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": null,
          "gapMm": null,
          "edgeMm": null
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": "lanthorn-m250-60",
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-48-3000",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "generator",
        "months": [1, 11, 12],
        "generatorId": "thornby-d8",
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": 2.1,
        "startAt": null,
        "stopAt": null,
        "attended": false,
        "bond": "transfers",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": null
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {},
        "busStages": 1
      },
      "parts": {
        "quantities": {}
      },
      "beside": [],
      "accepted": []
    }
  ],
  "chosenOptionId": "a"
}
', '2026-01-02 03:04:05+00', 'this-machine', NULL);
INSERT INTO public.jobs VALUES ('00000000-0000-4000-8000-000000000001', 'Rescue hut Greyfell Saddle', 2, '{}', '2026-01-02 03:04:05+00', '2026-01-02 03:04:05+00', NULL, NULL, 2, false, 'Hills', NULL, NULL, DEFAULT);
INSERT INTO public.people VALUES ('00000000-0000-4000-8000-000000000001', 'Runa Vell', 'runa', 'owner', '', false, NULL, false, 0, '2026-01-02 03:04:05+00');
INSERT INTO public.reading_sources OVERRIDING SYSTEM VALUE VALUES (1, '00000000-0000-4000-8000-000000000003', '00000000-0000-4000-8000-000000000001', 'file', 'Hut', 0, 0, 60000, NULL, NULL, NULL, NULL, NULL, NULL, '', '2026-01-02 03:04:05+00');
INSERT INTO public.readings VALUES (1, '2026-01-02 03:04:05+00', 0.5, NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL);
SELECT pg_catalog.setval('drizzle.__drizzle_migrations_id_seq', 13, true);
SELECT pg_catalog.setval('public.audit_lines_id_seq', 1, false);
SELECT pg_catalog.setval('public.build_records_seq_seq', 1, true);
SELECT pg_catalog.setval('public.jobs_touched', 2, true);
SELECT pg_catalog.setval('public.reading_sources_row_seq', 1, true);
ALTER TABLE ONLY drizzle.__drizzle_migrations
    ADD CONSTRAINT __drizzle_migrations_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.audit_lines
    ADD CONSTRAINT audit_lines_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.build_records
    ADD CONSTRAINT build_records_id_unique UNIQUE (id);
ALTER TABLE ONLY public.build_records
    ADD CONSTRAINT build_records_pkey PRIMARY KEY (seq);
ALTER TABLE ONLY public.catalogue_items
    ADD CONSTRAINT catalogue_items_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.job_files
    ADD CONSTRAINT job_files_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.job_format
    ADD CONSTRAINT job_format_pkey PRIMARY KEY (name);
ALTER TABLE ONLY public.job_revisions
    ADD CONSTRAINT job_revisions_job_id_revision_pk PRIMARY KEY (job_id, revision);
ALTER TABLE ONLY public.jobs
    ADD CONSTRAINT jobs_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.people
    ADD CONSTRAINT people_account_unique UNIQUE (account);
ALTER TABLE ONLY public.people
    ADD CONSTRAINT people_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.presence
    ADD CONSTRAINT presence_job_id_page_id_pk PRIMARY KEY (job_id, page_id);
ALTER TABLE ONLY public.price_lists
    ADD CONSTRAINT price_lists_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.reading_days
    ADD CONSTRAINT reading_days_source_day_pk PRIMARY KEY (source, day);
ALTER TABLE ONLY public.reading_hours
    ADD CONSTRAINT reading_hours_source_hour_pk PRIMARY KEY (source, hour);
ALTER TABLE ONLY public.reading_sources
    ADD CONSTRAINT reading_sources_id_unique UNIQUE (id);
ALTER TABLE ONLY public.reading_sources
    ADD CONSTRAINT reading_sources_named UNIQUE (job_id, name);
ALTER TABLE ONLY public.reading_sources
    ADD CONSTRAINT reading_sources_pkey PRIMARY KEY ("row");
ALTER TABLE ONLY public.readings
    ADD CONSTRAINT readings_source_at_pk PRIMARY KEY (source, at);
ALTER TABLE ONLY public.sessions
    ADD CONSTRAINT sessions_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.sessions
    ADD CONSTRAINT sessions_token_digest_unique UNIQUE (token_digest);
ALTER TABLE ONLY public.shares
    ADD CONSTRAINT shares_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.shares
    ADD CONSTRAINT shares_token_digest_unique UNIQUE (token_digest);
ALTER TABLE ONLY public.sign_in_tries
    ADD CONSTRAINT sign_in_tries_pkey PRIMARY KEY (key);
ALTER TABLE ONLY public.studies
    ADD CONSTRAINT studies_pkey PRIMARY KEY (id);
CREATE INDEX audit_lines_job ON public.audit_lines USING btree (job_id, id);
CREATE INDEX build_records_of_job ON public.build_records USING btree (job_id, seq);
CREATE INDEX job_files_of_job ON public.job_files USING btree (job_id);
CREATE INDEX jobs_newest ON public.jobs USING btree (touched, id);
CREATE INDEX sessions_person ON public.sessions USING btree (person_id);
CREATE INDEX shares_job ON public.shares USING btree (job_id);
CREATE INDEX studies_job ON public.studies USING btree (job_id, asked_at);
CREATE INDEX studies_state ON public.studies USING btree (state);
ALTER TABLE ONLY public.build_records
    ADD CONSTRAINT build_records_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.job_files
    ADD CONSTRAINT job_files_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.job_revisions
    ADD CONSTRAINT job_revisions_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.reading_days
    ADD CONSTRAINT reading_days_source_reading_sources_row_fk FOREIGN KEY (source) REFERENCES public.reading_sources("row") ON DELETE CASCADE;
ALTER TABLE ONLY public.reading_hours
    ADD CONSTRAINT reading_hours_source_reading_sources_row_fk FOREIGN KEY (source) REFERENCES public.reading_sources("row") ON DELETE CASCADE;
ALTER TABLE ONLY public.reading_sources
    ADD CONSTRAINT reading_sources_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.readings
    ADD CONSTRAINT readings_source_reading_sources_row_fk FOREIGN KEY (source) REFERENCES public.reading_sources("row") ON DELETE CASCADE;
ALTER TABLE ONLY public.sessions
    ADD CONSTRAINT sessions_person_id_people_id_fk FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.shares
    ADD CONSTRAINT shares_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.studies
    ADD CONSTRAINT studies_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
